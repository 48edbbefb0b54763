import type { Accessor, Primitive } from '@gltf-transform/core';
import { cross, type Vec3 } from '../space/vector';
import type { Mat4 } from '../space/matrix';
import type { ModelMesh } from '../solid/model';

export type ModelPrimitive = ModelMesh;

/** Ways of drawing (glTF 2.0, 3.7.2.1). */
const [TRIANGLES, STRIP, FAN] = [4, 5, 6] as const;

/** A primitive in the frame of the scene, as plain triangles; null for points and lines. What has no normals is flat (3.7.2.1). */
export function modelPrimitive(primitive: Primitive, world: Mat4): ModelPrimitive | null {
  const places = primitive.getAttribute('POSITION');
  const order = trianglesOf(primitive, places?.getCount() ?? 0);
  if (!places || !order) return null;
  const mirrored = determinant(world) < 0;
  if (mirrored) for (let i = 0; i < order.length; i += 3) [order[i + 1], order[i + 2]] = [order[i + 2] as number, order[i + 1] as number];
  const given = primitive.getAttribute('NORMAL');
  const uv = primitive.getAttribute('TEXCOORD_0');
  const isSmooth = given !== null && given.getCount() === places.getCount();
  // What is flat shares no vertices.
  const vertices = isSmooth ? null : order;
  const count = vertices ? vertices.length : places.getCount();
  const indices = vertices ? Uint32Array.from(order, (_, i) => i) : Uint32Array.from(order);
  const positions = eachVertex(places, 3, count, vertices, (p) => pointOf(world, p));
  const uvs = uv ? eachVertex(uv, 2, count, vertices, (p) => p) : new Float32Array(2 * count);
  const sign = mirrored ? -1 : 1;
  const normals = isSmooth
    ? eachVertex(given, 3, count, null, (n) => unit(cofactorTimes(world, n).map((v) => v * sign)))
    : flatNormals(positions);
  return { positions, normals, uvs, indices };
}

/** Three vertices a triangle; null where nothing is drawn as triangles, or where an index names no vertex. */
function trianglesOf(primitive: Primitive, count: number): number[] | null {
  const mode = primitive.getMode();
  const list: ArrayLike<number> = primitive.getIndices()?.getArray() ?? Uint32Array.from({ length: count }, (_, i) => i);
  for (let i = 0; i < list.length; i++) if (!((list[i] as number) < count)) return null;
  if (mode === TRIANGLES) return Array.from({ length: list.length - (list.length % 3) }, (_, i) => list[i] as number);
  if (mode !== STRIP && mode !== FAN) return null;
  const out: number[] = [];
  for (let i = 0; i + 2 < list.length; i++) {
    const [a, b, c] =
      mode === FAN
        ? [list[0], list[i + 1], list[i + 2]]
        : i % 2 === 0
          ? [list[i], list[i + 1], list[i + 2]]
          : [list[i], list[i + 2], list[i + 1]];
    out.push(a as number, b as number, c as number);
  }
  return out;
}

/** Something of each vertex, changed, as one block of numbers. */
function eachVertex(
  accessor: Accessor,
  size: number,
  count: number,
  vertices: readonly number[] | null,
  change: (element: number[]) => readonly number[],
): Float32Array {
  const out = new Float32Array(size * count);
  const element: number[] = [];
  // Whole numbers that stand for shares of one are read as those.
  for (let i = 0; i < count; i++)
    out.set(change(accessor.getElement(vertices ? (vertices[i] as number) : i, element)).slice(0, size), size * i);
  return out;
}

const at = (m: Mat4, i: number) => m[i] as number;

const pointOf = (m: Mat4, [x = 0, y = 0, z = 0]: readonly number[]): number[] =>
  [0, 1, 2].map((k) => at(m, k) * x + at(m, 4 + k) * y + at(m, 8 + k) * z + at(m, 12 + k));

const column = (m: Mat4, i: number) => [at(m, 4 * i), at(m, 4 * i + 1), at(m, 4 * i + 2)] as const;

const determinant = (m: Mat4): number => {
  const [x, y, z] = cross(column(m, 0), column(m, 1));
  const [cx, cy, cz] = column(m, 2);
  return x * cx + y * cy + z * cz;
};

/** A normal under a matrix: by its cofactors, which is the transposed inverse but for its length, and has no pole where that has. */
function cofactorTimes(m: Mat4, [x = 0, y = 0, z = 0]: readonly number[]): number[] {
  const [a, b, c] = [column(m, 0), column(m, 1), column(m, 2)];
  const [p, q, r] = [cross(b, c), cross(c, a), cross(a, b)];
  return [0, 1, 2].map((k) => (p[k] as number) * x + (q[k] as number) * y + (r[k] as number) * z);
}

function unit(v: readonly number[]): number[] {
  const length = Math.hypot(...v);
  return length > 0 ? v.map((each) => each / length) : [0, 0, 1];
}

function flatNormals(positions: Float32Array): Float32Array {
  const out = new Float32Array(positions.length);
  const point = (i: number): Vec3 => [positions[i] as number, positions[i + 1] as number, positions[i + 2] as number];
  for (let i = 0; i < positions.length; i += 9) {
    const [a, b, c] = [point(i), point(i + 3), point(i + 6)];
    const normal = unit(cross([b[0] - a[0], b[1] - a[1], b[2] - a[2]], [c[0] - a[0], c[1] - a[1], c[2] - a[2]]));
    for (const k of [0, 3, 6]) out.set(normal, i + k);
  }
  return out;
}
