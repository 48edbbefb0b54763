import type { ManifoldToplevel } from 'manifold-3d';
import { setText } from '@/core/outline/text-layout';
import type { Ring } from '@/core/outline/ring';
import { buildSolid, SolidError } from '@/core/solid/bevelled-solid';
import { enclosedVolume } from '@/core/solid/mesh';
import { Typeface } from '@/core/outline/typeface';
import { packagedTypeface, SHIPPED, variableFont } from '../support/fonts';
import { CHARACTERS, faultsOf, PROFILES_JUDGED, WIDTHS } from '../support/soundness';
import { judge, verdictOn } from '../support/judge';
import { polygon } from '../support/rings';

const NONE = { profile: 'none', width: 0, height: 0 } as const;

const rectangle = (w: number, h: number) =>
  polygon([
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ]);

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

describe('volumes that formulas know', () => {
  test('a square prism chamfered at both ends (frustum formula: 362.6667)', () => {
    const chamfer = { profile: 'chamfer', width: 1, height: 1 } as const;
    const solid = buildSolid([rectangle(10, 10)], { from: 0, to: 4, front: chamfer, back: chamfer }, 10);
    expect(enclosedVolume(solid.topology)).toBeCloseTo(362.6667, 3);
    expect(verdictOn(kernel, solid).volume).toBeCloseTo(362.6667, 3);
  });

  test('a bevel to a ridge is a hip roof (prism and pyramid: w²(3l − w)/12)', () => {
    const solid = buildSolid(
      [rectangle(4, 10)],
      { from: 0, to: 100, front: { profile: 'chamfer', width: 50, height: 50 }, back: NONE },
      10,
    );
    const prism = 40 * 50;
    expect(enclosedVolume(solid.topology) - prism).toBeCloseTo(34.6667, 3);
    expect(verdictOn(kernel, solid)).toMatchObject({ status: 'NoError', genus: 0 });
  });

  test('hollowed out from behind: what is taken is the inner prism, and the wall stays', () => {
    const chamfer = { profile: 'chamfer', width: 0.5, height: 0.5 } as const;
    const shape = { from: 0, to: 4, front: chamfer, back: NONE };
    const whole = buildSolid([rectangle(10, 10)], shape, 10);
    const hollow = buildSolid([rectangle(10, 10)], { ...shape, wall: 1 }, 10);
    expect(verdictOn(kernel, hollow)).toMatchObject({ status: 'NoError', genus: 0 });
    // 8 x 8, as deep as leaves a wall of 1 behind the front bevel's beginning.
    expect(enclosedVolume(whole.topology) - enclosedVolume(hollow.topology)).toBeCloseTo(8 * 8 * (4 - 0.5 - 1), 3);
    const bevelled = buildSolid([rectangle(10, 10)], { ...shape, back: { profile: 'round', width: 0.4, height: 0.4 }, wall: 1 }, 10);
    expect(verdictOn(kernel, bevelled)).toMatchObject({ status: 'NoError', genus: 0 });
    // A wall thicker than the stroke leaves it whole.
    expect(enclosedVolume(buildSolid([rectangle(10, 10)], { ...shape, wall: 6 }, 10).topology)).toBeCloseTo(
      enclosedVolume(whole.topology),
      3,
    );
  });

  test('a rounded disc edge: volume by Pappus within the chord error', () => {
    const n = 360;
    const circle: Ring = Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * i) / n;
      const t = { x: -Math.sin(a), y: Math.cos(a) };
      return { x: 2 * Math.cos(a), y: 2 * Math.sin(a), arriveX: t.x, arriveY: t.y, leaveX: t.x, leaveY: t.y };
    });
    const r = 0.4;
    const solid = buildSolid([circle], { from: 0, to: 1, front: { profile: 'round', width: r, height: r }, back: NONE, segments: 48 }, 4);
    // What the fillet takes away: the square less the quarter disc, turned about the axis at its centroid.
    const taken = r * r * (1 - Math.PI / 4);
    const fromCorner = (r * r * (r / 2) - ((Math.PI * r * r) / 4) * (r - (4 * r) / (3 * Math.PI))) / taken;
    const expected = Math.PI * 4 - 2 * Math.PI * (2 - fromCorner) * taken;
    expect(Math.abs(enclosedVolume(solid.topology) / expected - 1)).toBeLessThan(2e-4);
  });
});

describe('shading', () => {
  test("normals on a circle's side are within 0.5° of the true ones", () => {
    const n = 48;
    const circle: Ring = Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * i) / n;
      return { x: Math.cos(a), y: Math.sin(a), arriveX: -Math.sin(a), arriveY: Math.cos(a), leaveX: -Math.sin(a), leaveY: Math.cos(a) };
    });
    const solid = buildSolid([circle], { from: 0, to: 1, front: NONE, back: NONE }, 2);
    const side = solid.groups.find((g) => g.region === 'side');
    let worst = 1;
    for (let i = side?.start ?? 0; i < (side?.start ?? 0) + (side?.count ?? 0); i++) {
      const v = solid.indices[i] as number;
      const [x, y] = [solid.positions[3 * v] as number, solid.positions[3 * v + 1] as number];
      worst = Math.min(worst, ((solid.normals[3 * v] as number) * x + (solid.normals[3 * v + 1] as number) * y) / Math.hypot(x, y));
    }
    expect((Math.acos(Math.min(1, worst)) * 180) / Math.PI).toBeLessThan(0.5);
  });

  test('a hard corner stays hard', () => {
    const solid = buildSolid([rectangle(1, 1)], { from: 0, to: 1, front: NONE, back: NONE }, 1);
    const side = solid.groups.find((g) => g.region === 'side');
    for (let i = side?.start ?? 0; i < (side?.start ?? 0) + (side?.count ?? 0); i++) {
      const v = solid.indices[i] as number;
      const n = [solid.normals[3 * v], solid.normals[3 * v + 1]].map((c) => Math.abs(c as number));
      expect(Math.max(...n)).toBeCloseTo(1, 6);
    }
  });
});

describe('every letter of every shipped font is a sound solid', () => {
  // All bevels on all letters take minutes (npm run solids writes them into docs/solids.md); here each letter takes a quarter of them in
  // turn.
  test.each(SHIPPED)('%s', async (family, weight) => {
    const face = await packagedTypeface(family, weight);
    const faults = [...CHARACTERS].flatMap((character, i) =>
      PROFILES_JUDGED.flatMap((profile, p) =>
        WIDTHS.filter((_, w) => (w + p + i + family.length) % 4 === 0).flatMap((width) =>
          faultsOf(kernel, face, character, profile, width),
        ),
      ),
    );
    expect(faults).toEqual([]);
  });

  test('a variable font at its ends', async () => {
    const bytes = await variableFont();
    for (const axes of [
      { wght: 900, wdth: 125 },
      { wght: 100, wdth: 62 },
    ]) {
      const face = new Typeface(bytes, axes);
      expect([...CHARACTERS].flatMap((character) => faultsOf(kernel, face, character, 'round', 0.04))).toEqual([]);
    }
  });

  test('holes are counted: 8 has two, O one, L none (topology)', async () => {
    const face = await packagedTypeface('archivo-black');
    const genus = (text: string) => {
      const layout = setText({ text, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face]);
      const bevel = { profile: 'round', width: 0.03, height: 0.03 } as const;
      return verdictOn(kernel, buildSolid(layout.pieces[0]?.rings ?? [], { from: 0, to: 0.3, front: bevel, back: bevel }, layout.scale))
        .genus;
    };
    expect([genus('8'), genus('O'), genus('L')]).toEqual([2, 1, 0]);
  });
});

test('a depth of nothing is refused in words', () => {
  expect(() => buildSolid([rectangle(1, 1)], { from: 1, to: 1, front: NONE, back: NONE }, 1)).toThrow(SolidError);
});
