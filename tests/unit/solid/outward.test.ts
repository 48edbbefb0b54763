import type { ManifoldToplevel } from 'manifold-3d';
import { setText } from '@/core/outline/text-layout';
import { signedArea } from '@/core/outline/ring';
import { buildSolid, type BevelShape } from '@/core/solid/bevelled-solid';
import { enclosedVolume, type SolidMesh } from '@/core/solid/mesh';
import { joinNear } from '@/core/outline/overlap';
import { reversed } from '@/core/solid/outline-frame';
import { packagedTypeface, SHIPPED } from '../support/fonts';
import { judge, verdictOn } from '../support/judge';
import { polygon } from '../support/rings';

/** Bevels that grow out from the outline, which stays the edge of the face. */

const rectangle = (w: number, h: number, x = 0, y = 0) =>
  polygon([
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ]);
const NONE: BevelShape = { profile: 'none', width: 0, height: 0 };
const out = (width: number, height: number, profile: BevelShape['profile'] = 'chamfer'): BevelShape => ({
  profile,
  width,
  height,
  outward: true,
});

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

const areaOf = (solid: SolidMesh, region: string) => {
  const group = solid.groups.find((g) => g.region === region);
  let sum = 0;
  for (let i = group?.start ?? 0; i < (group?.start ?? 0) + (group?.count ?? 0); i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => [0, 1].map((d) => solid.positions[3 * (solid.indices[i + k] as number) + d] as number)) as [
      number[],
      number[],
      number[],
    ];
    sum +=
      (((b[0] as number) - (a[0] as number)) * ((c[1] as number) - (a[1] as number))) / 2 -
      (((c[0] as number) - (a[0] as number)) * ((b[1] as number) - (a[1] as number))) / 2;
  }
  return sum;
};

test('a square prism grown by a chamfer at both ends (frustum formula: 144·2 + 2·(100 + 144 + 120)/3)', () => {
  const solid = buildSolid([rectangle(10, 10)], { from: 0, to: 4, front: out(1, 1), back: out(1, 1) }, 10);
  expect(verdictOn(kernel, solid)).toMatchObject({ status: 'NoError', genus: 0 });
  expect(enclosedVolume(solid.topology)).toBeCloseTo(144 * 2 + (2 * (100 + 144 + 120)) / 3, 3);
  expect(areaOf(solid, 'face')).toBeCloseTo(100, 3);
});

test('a counter narrower than the bevel closes in a hip: a square hole loses a pyramid and no more (w²h/3)', () => {
  const rings = [rectangle(10, 10), ...reversed([rectangle(2, 2, 4, 4)])];
  const solid = buildSolid(rings, { from: 0, to: 4, front: out(1.5, 1.5), back: NONE }, 10);
  const whole = buildSolid([rectangle(10, 10)], { from: 0, to: 4, front: out(1.5, 1.5), back: NONE }, 10);
  expect(verdictOn(kernel, solid)).toMatchObject({ status: 'NoError', genus: 0 });
  expect(enclosedVolume(whole.topology) - enclosedVolume(solid.topology)).toBeCloseTo((4 * 1) / 3, 3);
});

test('a counter wider than the bevel stays open: genus 1', () => {
  const rings = [rectangle(10, 10), ...reversed([rectangle(4, 4, 3, 3)])];
  const solid = buildSolid(rings, { from: 0, to: 4, front: out(1, 1, 'round'), back: out(0.4, 0.4, 'cove') }, 10);
  expect(verdictOn(kernel, solid)).toMatchObject({ status: 'NoError', genus: 1 });
});

test('two ends that grow by different amounts: the lesser cap ends as far inside the side as it says', () => {
  const solid = buildSolid([rectangle(10, 10)], { from: 0, to: 4, front: out(1, 1), back: out(0.25, 0.25) }, 10);
  expect(areaOf(solid, 'back')).toBeCloseTo(-(11.5 ** 2), 3);
});

test.each(SHIPPED.slice(0, 4))('letters of %s grow outward soundly: manifold, the face is the letter itself', async (id) => {
  const face = await packagedTypeface(id);
  for (const character of ['8', '&', 'R', 'g', 'W']) {
    const { pieces, scale } = setText({ text: character, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face], 8e-4);
    for (const { rings } of pieces) {
      for (const profile of ['chamfer', 'round', 'step'] as const) {
        const solid = buildSolid(rings, { from: -0.2, to: 0.2, front: out(0.06, 0.06, profile), back: out(0.03, 0.03) }, scale);
        const verdict = verdictOn(kernel, solid);
        expect([character, profile, verdict.status]).toEqual([character, profile, 'NoError']);
        expect(areaOf(solid, 'face') / rings.reduce((sum, ring) => sum + signedArea(ring), 0)).toBeCloseTo(1, 5);
      }
    }
  }
});

test('letters near one another grow together: their bevels meet in a valley halfway and no solid runs through another', async () => {
  const face = await packagedTypeface('archivo-black');
  const { pieces, scale } = setText({ text: 'II', size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face]);
  const joined = joinNear(
    pieces.map(({ key, ...piece }) => ({ id: key, ...piece })),
    0.15,
  );
  expect(joined).toHaveLength(1);
  const rings = joined[0]?.rings ?? [];
  const solid = buildSolid(rings, { from: 0, to: 0.4, front: out(0.15, 0.15), back: NONE }, scale);
  const { status, volume } = verdictOn(kernel, solid);
  expect(status).toBe('NoError');
  // Two stems w x h at a gap g < 2·0.15: each frustum is what it would be alone, less the two halves over the valley.
  const [a, b] = rings
    .map((ring) => [Math.min(...ring.map((v) => v.x)), Math.max(...ring.map((v) => v.x))] as const)
    .sort((p, q) => p[0] - q[0]) as [readonly [number, number], readonly [number, number]];
  const [w, g, h] = [a[1] - a[0], b[0] - a[1], 1];
  const grownAt = (t: number) => (t >= g / 2 ? (2 * w + g + 2 * t) * (h + 2 * t) : 2 * (w + 2 * t) * (h + 2 * t));
  let slices = 0;
  for (let i = 0; i < 1000; i++) slices += grownAt(((i + 0.5) / 1000) * 0.15) * (0.15 / 1000);
  expect(volume / (slices + 0.25 * grownAt(0.15))).toBeCloseTo(1, 3);
});
