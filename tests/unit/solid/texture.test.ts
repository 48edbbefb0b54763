import { buildSolid } from '@/core/solid/bevelled-solid';
import type { SolidMesh } from '@/core/solid/mesh';
import { circleRing, square } from '../support/rings';

/** Texture coordinates are metres: a length on the surface is the same length in the texture. */

const CHAMFER = { profile: 'chamfer', width: 0.1, height: 0.1 } as const;

/** Largest ratio by which an edge of a region's triangles is longer or shorter in the texture than on the surface. */
function stretch({ positions, uvs, indices, groups }: SolidMesh, region: string): number {
  const group = groups.find((g) => g.region === region);
  let worst = 1;
  for (let i = group?.start ?? 0; i < (group?.start ?? 0) + (group?.count ?? 0); i++) {
    const [a, b] = [indices[i] as number, indices[i % 3 === 2 ? i - 2 : i + 1] as number];
    const surface = Math.hypot(...[0, 1, 2].map((k) => (positions[3 * a + k] as number) - (positions[3 * b + k] as number)));
    const texture = Math.hypot(...[0, 1].map((k) => (uvs[2 * a + k] as number) - (uvs[2 * b + k] as number)));
    if (surface > 1e-4) worst = Math.max(worst, texture / surface, surface / texture);
  }
  return worst;
}

test('face, bevel and side of a square keep every length: corners are mitred in the texture too', () => {
  const solid = buildSolid([square(1)], { from: 0, to: 1, front: CHAMFER, back: CHAMFER }, 1);
  for (const region of ['face', 'bevel', 'side', 'back']) expect(stretch(solid, region)).toBeCloseTo(1, 4);
});

test('a texture runs once round a disc: the side is its circumference long and its depth high, without a step between facets', () => {
  const solid = buildSolid(
    [circleRing(1, 128)],
    { from: 0, to: 0.5, front: { profile: 'none', width: 0, height: 0 }, back: { profile: 'none', width: 0, height: 0 } },
    2,
  );
  const side = solid.groups.find((g) => g.region === 'side');
  const us = [...new Set(solid.indices.subarray(side?.start, (side?.start ?? 0) + (side?.count ?? 0)))].map(
    (v) => solid.uvs[2 * v] as number,
  );
  const vs = [...new Set(solid.indices.subarray(side?.start, (side?.start ?? 0) + (side?.count ?? 0)))].map(
    (v) => solid.uvs[2 * v + 1] as number,
  );
  expect(Math.max(...us) - Math.min(...us)).toBeCloseTo(2 * Math.PI, 2);
  expect(Math.max(...vs) - Math.min(...vs)).toBeCloseTo(0.5, 6);
  expect(stretch(solid, 'side')).toBeCloseTo(1, 3);
  // One vertex a corner and depth, and one more of each where the texture begins and ends.
  expect(us).toHaveLength(2 * 128 + 2);
});

test('round a curve a bevel is pressed together by no more than it narrows', () => {
  const solid = buildSolid([circleRing(1, 128)], { from: 0, to: 0.5, front: CHAMFER, back: CHAMFER }, 2);
  expect(stretch(solid, 'bevel')).toBeLessThan(1 / 0.9 + 0.01);
});

test('a bevel begins in the texture where the side ends', () => {
  const solid = buildSolid([square(1)], { from: 0, to: 1, front: CHAMFER, back: CHAMFER }, 1);
  const vOf = (region: string) => {
    const group = solid.groups.find((g) => g.region === region);
    return [...solid.indices.subarray(group?.start, (group?.start ?? 0) + (group?.count ?? 0))].map((v) => solid.uvs[2 * v + 1] as number);
  };
  expect(Math.max(...vOf('side'))).toBeCloseTo(0.9, 6);
  expect(Math.max(...vOf('bevel'))).toBeCloseTo(0.9 + 0.1 * Math.SQRT2, 6);
});
