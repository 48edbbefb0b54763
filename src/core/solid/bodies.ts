import { z } from 'zod';
import { numberField } from '../schema/fields';
import { MeshBuilder, type Region, type SolidMesh } from './mesh';

/** Plain bodies that are not swept from an outline, about the origin. A new body is one schema and one entry in BODIES. */

const length = { unit: 'm', min: 0.01, max: 100, step: 0.05 } as const;

export const bodyShapeSchema = z.discriminatedUnion('body', [
  z.object({
    body: z.literal('box'),
    width: numberField({ label: 'Width', ...length, rest: 1 }),
    height: numberField({ label: 'Height', ...length, rest: 1 }),
    depth: numberField({ label: 'Depth', ...length, rest: 1 }),
    round: numberField({ label: 'Rounding', unit: 'mm', min: 0, max: 5000, rest: 40, step: 2, digits: 1 }),
  }),
  z.object({ body: z.literal('ball'), radius: numberField({ label: 'Radius', ...length, rest: 0.5 }) }),
  z.object({
    body: z.literal('torus'),
    radius: numberField({ label: 'Radius', ...length, rest: 0.5 }),
    tube: numberField({ label: 'Tube', ...length, rest: 0.15 }),
  }),
]);
export type BodyShape = z.infer<typeof bodyShapeSchema>;
export type BodyKind = BodyShape['body'];

/** A point of a surface with its normal. */
interface Point {
  at: readonly [number, number, number];
  normal: readonly [number, number, number];
  /** Texture coordinates, metres. */
  uv: readonly [number, number];
}

/** Adds the quads of a grid of points, outside seen anticlockwise for (u to the right, v up); points at equal places are one. */
function addGrid(mesh: MeshBuilder, keys: Map<string, number>, us: number, vs: number, point: (u: number, v: number) => Point): void {
  const vertex = (u: number, v: number) => {
    const { at, normal, uv } = point(u, v);
    const name = at.map((c) => Math.round(c * 1e7)).join();
    const key = keys.get(name) ?? keys.size;
    keys.set(name, key);
    return mesh.vertex(mesh.topoVertex(key, ...at), ...normal, ...uv);
  };
  for (let u = 0; u < us; u++) {
    for (let v = 0; v < vs; v++) {
      const [a, b, c, d] = [vertex(u, v), vertex(u + 1, v), vertex(u + 1, v + 1), vertex(u, v + 1)];
      mesh.triangle(a, b, c);
      mesh.triangle(a, c, d);
    }
  }
}

/** Places along one edge of a box whose ends are rounded: a quarter turn, the straight middle, a quarter turn. */
function stops(half: number, round: number, segments: number): { core: number; angle: number }[] {
  const quarter = (side: 1 | -1) =>
    Array.from({ length: segments + 1 }, (_, i) => ({ core: side * (half - round), angle: side * (i / segments) * (Math.PI / 4) }));
  return [...quarter(-1).reverse(), ...quarter(1)];
}

function boxMesh(half: readonly [number, number, number], wanted: number): SolidMesh {
  const round = Math.max(1e-5, Math.min(wanted, ...half));
  const segments = round < 1e-4 ? 1 : 6;
  const mesh = new MeshBuilder();
  const keys = new Map<string, number>();
  // Each side as (right, up, out): axis and sign.
  const sides: [Region, [number, number], [number, number], [number, number]][] = [
    ['face', [0, 1], [1, 1], [2, 1]],
    ['side', [2, -1], [1, 1], [0, 1]],
    ['side', [2, 1], [1, 1], [0, -1]],
    ['side', [0, 1], [2, -1], [1, 1]],
    ['side', [0, 1], [2, 1], [1, -1]],
    ['back', [0, -1], [1, 1], [2, -1]],
  ];
  for (const region of ['face', 'side', 'back'] as const) {
    mesh.begin(region);
    for (const [of, [ra, rs], [ua, us], [oa, os]] of sides) {
      if (of !== region) continue;
      const across = stops(half[ra] as number, round, segments);
      const upward = stops(half[ua] as number, round, segments);
      addGrid(mesh, keys, across.length - 1, upward.length - 1, (u, v) => {
        const [a, b] = [across[u] as { core: number; angle: number }, upward[v] as { core: number; angle: number }];
        // Directions of a cube cut by even angles, so that the sides meet in the same points.
        const d = [Math.tan(a.angle), Math.tan(b.angle), 1];
        const size = Math.hypot(...d);
        const normal: [number, number, number] = [0, 0, 0];
        const at: [number, number, number] = [0, 0, 0];
        normal[ra] = (rs * (d[0] as number)) / size;
        normal[ua] = (us * (d[1] as number)) / size;
        normal[oa] = os / size;
        at[ra] = rs * a.core + round * (normal[ra] as number);
        at[ua] = us * b.core + round * (normal[ua] as number);
        at[oa] = os * ((half[oa] as number) - round) + round * (normal[oa] as number);
        return { at, normal, uv: [rs * at[ra], us * at[ua]] };
      });
    }
    mesh.end();
  }
  return mesh.finish();
}

const TURN = 2 * Math.PI;

function ballMesh(radius: number): SolidMesh {
  const [around, over] = [96, 48];
  const mesh = new MeshBuilder();
  mesh.begin('face');
  addGrid(mesh, new Map(), around, over, (u, v) => {
    const longitude = ((u % around) / around) * TURN;
    const latitude = (v / over - 0.5) * Math.PI;
    const pole = v === 0 || v === over;
    const level = pole ? 0 : Math.cos(latitude);
    const normal = [Math.sin(longitude) * level, Math.sin(latitude), Math.cos(longitude) * level] as const;
    return {
      at: [normal[0] * radius, normal[1] * radius, normal[2] * radius],
      normal,
      uv: [(u / around) * TURN * radius, latitude * radius],
    };
  });
  mesh.end();
  return mesh.finish();
}

function torusMesh(radius: number, tube: number): SolidMesh {
  const [around, section] = [128, 48];
  const mesh = new MeshBuilder();
  mesh.begin('face');
  addGrid(mesh, new Map(), around, section, (u, v) => {
    const a = ((u % around) / around) * TURN;
    const b = ((v % section) / section) * TURN;
    const normal = [Math.cos(a) * Math.cos(b), Math.sin(a) * Math.cos(b), Math.sin(b)] as const;
    const level = radius + tube * Math.cos(b);
    return {
      at: [Math.cos(a) * level, Math.sin(a) * level, tube * Math.sin(b)],
      normal,
      uv: [(u / around) * TURN * radius, (v / section) * TURN * tube],
    };
  });
  mesh.end();
  return mesh.finish();
}

/** Label of each body, and its closed surface grown by some metres. */
export const BODIES: {
  readonly [K in BodyKind]: { label: string; build: (shape: Extract<BodyShape, { body: K }>, grown: number) => SolidMesh };
} = {
  box: {
    label: 'Box',
    build: ({ width, height, depth, round }, grown) =>
      boxMesh(
        [width, height, depth].map((side) => Math.max(0.001, side / 2 + grown)) as [number, number, number],
        Math.max(0, round / 1000 + grown),
      ),
  },
  ball: { label: 'Ball', build: ({ radius }, grown) => ballMesh(Math.max(0.001, radius + grown)) },
  torus: { label: 'Torus', build: ({ radius, tube }, grown) => torusMesh(radius, Math.max(0.001, Math.min(radius * 0.98, tube + grown))) },
};
export const BODY_KINDS = Object.keys(BODIES) as BodyKind[];

export const bodyMesh = <K extends BodyKind>(shape: Extract<BodyShape, { body: K }>, grown: number): SolidMesh =>
  BODIES[shape.body as K].build(shape, grown);

/** Fields of a body's schema beside its kind, for the bench. */
export function bodyFields(kind: BodyKind): Record<string, z.ZodType> {
  const option = bodyShapeSchema.options.find((each) => each.shape.body.value === kind);
  return Object.fromEntries(Object.entries(option?.shape ?? {}).filter(([name]) => name !== 'body'));
}
