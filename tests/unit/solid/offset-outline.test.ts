import type { ManifoldToplevel } from 'manifold-3d';
import { outlineLayout } from '@/core/outline/drawing';
import { formPath, type FormShape } from '@/core/outline/forms';
import { placeRings, ringBounds, signedArea, type Ring } from '@/core/outline/ring';
import { setText } from '@/core/outline/text-layout';
import { unite } from '@/core/outline/unite';
import { buildSolid } from '@/core/solid/bevelled-solid';
import { offsetOutline } from '@/core/solid/offset-outline';
import { PROFILE_KINDS } from '@/core/solid/profile';
import { packagedTypeface } from '../support/fonts';
import { judge, verdictOn } from '../support/judge';
import { square } from '../support/rings';

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

const areaOf = (rings: readonly Ring[]) => rings.reduce((sum, ring) => sum + signedArea(ring), 0);

describe('offsets of a square (geometry)', () => {
  test('mitred: a larger square, (a + 2d)²', () => {
    expect(areaOf(offsetOutline([square(2)], 0.3, 'mitred', 2))).toBeCloseTo(2.6 ** 2, 3);
    expect(areaOf(offsetOutline([square(2)], -0.3, 'mitred', 2))).toBeCloseTo(1.4 ** 2, 3);
  });
  test('rounded: a² + 4ad + πd²', () => {
    expect(areaOf(offsetOutline([square(2)], 0.3, 'rounded', 2))).toBeCloseTo(4 + 2.4 + Math.PI * 0.09, 2);
  });
  test('cut: between the two', () => {
    const cut = areaOf(offsetOutline([square(2)], 0.3, 'cut', 2));
    expect(cut).toBeLessThan(2.6 ** 2 - 0.01);
    expect(cut).toBeGreaterThan(4 + 2.4 + Math.PI * 0.09);
  });
  test('farther in than it is wide, nothing is left', () => {
    expect(offsetOutline([square(2)], -1.1, 'mitred', 2)).toEqual([]);
  });
});

describe('offsets of letters against a general clipping library (manifold-3d’s CrossSection)', () => {
  test.each(['archivo-black', 'abril-fatface', 'pacifico'])('%s', async (family) => {
    const face = await packagedTypeface(family);
    for (const character of 'ABRSgaeo8&%') {
      const { pieces, scale } = setText({ text: character, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face]);
      for (const { rings } of pieces) {
        const section = new kernel.CrossSection(
          rings.map((ring) => ring.map(({ x, y }): [number, number] => [x, y])),
          'NonZero',
        );
        for (const distance of [0.01, 0.05, 0.15, -0.01, -0.04]) {
          const theirs = section.offset(distance, 'Round', 2, 256).area();
          const ours = areaOf(offsetOutline(rings, distance, 'rounded', scale));
          // A corner that moves away from its own side stays a corner in both; the arcs are ours in 9° steps, theirs finer.
          expect(Math.abs(ours - theirs)).toBeLessThan(0.004 + 0.01 * Math.abs(distance));
        }
      }
    }
  });
});

describe('sharp shapes grown far: nothing of them is lost', () => {
  const form = (shape: FormShape) => {
    const { pieces, scale } = outlineLayout({ paths: [{ d: formPath(shape), evenOdd: true }], size: 1 });
    return { rings: pieces.flatMap((piece) => piece.rings), scale };
  };
  const letters = async (family: string, text: string) => {
    const { pieces, scale } = setText({ text, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [await packagedTypeface(family)]);
    const all = pieces.flatMap((piece) => placeRings(piece.rings, 1, piece.x, piece.y));
    return { rings: unite(all, { scale }), scale };
  };
  test.each([
    ['star', () => form({ form: 'star', points: 5, inner: 0.45 })],
    ['arrow', () => form({ form: 'arrow', ratio: 1.6, head: 0.4, shaft: 0.4 })],
    ['chevrons', () => form({ form: 'chevrons', count: 3, thickness: 0.35, gap: 0.3 })],
    ['triangle', () => form({ form: 'polygon', sides: 3 })],
    ['a wide heavy face', () => letters('unbounded', 'KICK')],
    ['a script', () => letters('pacifico', 'Victory')],
  ])('%s', async (_name, drawn) => {
    const { rings, scale } = await drawn();
    const section = new kernel.CrossSection(
      rings.map((ring) => ring.map(({ x, y }): [number, number] => [x, y])),
      'NonZero',
    );
    for (const by of [0.1, 0.2, 1]) {
      // The library mitres up to the same limit and squares what is sharper, where ours is cut in several facets: between round and that.
      const [least, most] = [section.offset(by, 'Round', 2, 256).area(), section.offset(by, 'Miter', 4.5, 256).area()];
      const grown = areaOf(offsetOutline(rings, by, 'mitred', scale));
      expect(grown).toBeGreaterThan(least * 0.995);
      expect(grown).toBeLessThan(most * 1.02);
      const front = { profile: 'chamfer', width: by, height: 0.1, outward: true } as const;
      const solid = buildSolid(rings, { from: 0, to: 0.4, front, back: { profile: 'none', width: 0, height: 0 } }, scale);
      const verdict = verdictOn(kernel, solid);
      expect(verdict.status).toBe('NoError');
      // A slab as wide as the grown outline, less what the chamfer takes: between the face all the way, and the side all the way.
      expect(verdict.volume).toBeGreaterThan(0.3 * grown);
      expect(verdict.volume).toBeLessThan(0.4 * grown);
    }
  });
});

test('an offset circle is as smooth as the circle: its tangents are the true ones', () => {
  const n = 64;
  const circle: Ring = Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n;
    return { x: Math.cos(a), y: Math.sin(a), arriveX: -Math.sin(a), arriveY: Math.cos(a), leaveX: -Math.sin(a), leaveY: Math.cos(a) };
  });
  const [grown] = offsetOutline([circle], 0.5, 'mitred', 2);
  for (const { x, y, arriveX, arriveY, leaveX, leaveY } of grown ?? []) {
    const r = Math.hypot(x, y);
    expect(r).toBeCloseTo(1.5, 2);
    expect(Math.abs((arriveX * -y + arriveY * x) / r)).toBeGreaterThan(0.9999);
    expect(arriveX * leaveX + arriveY * leaveY).toBeGreaterThan(0.9999);
  }
});

describe('every profile on letters: closed, sound, inside the outline', () => {
  test.each(PROFILE_KINDS)('%s', async (profile) => {
    const face = await packagedTypeface('alfa-slab-one');
    for (const character of 'ARS8&') {
      const { pieces, scale } = setText({ text: character, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face]);
      for (const { rings } of pieces) {
        for (const width of [0.02, 0.08, 0.3]) {
          const solid = buildSolid(
            rings,
            { from: 0, to: 0.5, front: { profile, width, height: 0.1 }, back: { profile, width: width / 2, height: 0.05 }, segments: 6 },
            scale,
          );
          const verdict = verdictOn(kernel, solid);
          expect([character, width, verdict.status]).toEqual([character, width, 'NoError']);
          const box = ringBounds(rings) as NonNullable<ReturnType<typeof ringBounds>>;
          for (let i = 0; i < solid.positions.length; i += 3) {
            expect(solid.positions[i]).toBeGreaterThan(box.x0 - 1e-4);
            expect(solid.positions[i]).toBeLessThan(box.x1 + 1e-4);
          }
          expect(verdict.volume).toBeLessThan(0.5 * areaOf(rings));
        }
      }
    }
  });
});

test('a ridge goes on at its slope until it meets itself: a square becomes a pyramid on its prism (geometry)', () => {
  const solid = buildSolid(
    [square(2)],
    {
      from: 0,
      to: 3,
      front: { profile: 'chamfer', width: 0.1, height: 0.05, ridge: true },
      back: { profile: 'none', width: 0, height: 0 },
    },
    2,
  );
  const height = 0.5;
  expect(verdictOn(kernel, solid).volume).toBeCloseTo(4 * (3 - height) + (4 * height) / 3, 3);
  expect(Math.max(...solid.positions.filter((_, i) => i % 3 === 2))).toBeCloseTo(3, 3);
});

test('volumes of profiles round a square, by their sections (calculus)', () => {
  // Square rings of side a − 2d at height h: the volume is the integral of (a − 2d)² over h.
  const [a, w, h] = [2, 0.4, 0.3];
  const volume = (profile: (typeof PROFILE_KINDS)[number]) =>
    verdictOn(
      kernel,
      buildSolid(
        [square(a)],
        { from: 0, to: h, front: { profile, width: w, height: h }, back: { profile: 'none', width: 0, height: 0 }, segments: 64 },
        a,
      ),
    ).volume;
  const integral = (distanceAt: (share: number) => number) => {
    const n = 20_000;
    let sum = 0;
    for (let i = 0; i < n; i++) sum += (a - 2 * distanceAt((i + 0.5) / n)) ** 2;
    return (sum * h) / n;
  };
  expect(volume('chamfer')).toBeCloseTo(
    integral((s) => w * s),
    4,
  );
  expect(volume('round')).toBeCloseTo(
    integral((s) => w * (1 - Math.sqrt(1 - s * s))),
    3,
  );
  expect(volume('cove')).toBeCloseTo(
    integral((s) => w * Math.sqrt(1 - (1 - s) ** 2)),
    3,
  );
  expect(volume('step')).toBeCloseTo(
    integral((s) => (s < 0.5 ? w / 2 : w)),
    4,
  );
});
