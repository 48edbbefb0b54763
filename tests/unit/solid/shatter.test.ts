import type { ManifoldToplevel } from 'manifold-3d';
import { setText } from '@/core/outline/text-layout';
import { buildSolid } from '@/core/solid/bevelled-solid';
import { cutBody, cutSolid } from '@/core/solid/cut-body';
import { splitBody } from '@/core/solid/cut-plane';
import { enclosedVolume } from '@/core/solid/mesh';
import { cutTree, facePoints, shatterSolid } from '@/core/solid/shatter';
import { translation } from '@/core/space/matrix';
import { packagedTypeface, SHIPPED } from '../support/fonts';
import { judge, verdictOn } from '../support/judge';
import { polygon } from '../support/rings';

/** Pieces of shattered solids. The judge is Manifold, a library of its own. */

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

const bevel = { profile: 'round', width: 0.03, height: 0.03 } as const;
const shape = { from: -0.15, to: 0.15, front: bevel, back: { ...bevel, width: 0.015 }, segments: 4 };

test('a cube cut at a third of its width: two closed boxes of a third and two thirds', () => {
  const rings = [
    polygon([
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ]),
  ];
  const none = { profile: 'none', width: 0, height: 0 } as const;
  const cube = buildSolid(rings, { from: 0, to: 1, front: none, back: none }, 1);
  const halves = splitBody(cutBody(cube), { normal: [1, 0, 0], offset: 1 / 3 });
  const [front, back] = halves.map((half) => cutSolid(half as NonNullable<typeof half>));
  expect(verdictOn(kernel, front as typeof cube)).toMatchObject({ status: 'NoError', genus: 0, volume: expect.closeTo(2 / 3, 6) });
  expect(verdictOn(kernel, back as typeof cube)).toMatchObject({ status: 'NoError', genus: 0, volume: expect.closeTo(1 / 3, 6) });
  // What is laid open faces away from what is left.
  const open = (front as typeof cube).normals;
  const facing = (front as typeof cube).positions
    .filter((_, i) => i % 3 === 0)
    .map((x, v) => (Math.abs(x - 1 / 3) < 1e-6 ? (open[3 * v] as number) : 0));
  expect(Math.min(...facing)).toBe(-1);
});

test.each(SHIPPED)('letters of %s: every piece is closed, and their volumes sum to the whole', async (family, weight) => {
  const face = await packagedTypeface(family, weight);
  const { pieces, scale } = setText({ text: 'SBGR&aeg83', size: 1, tracking: 20, leading: 1, alignment: 'left' }, [face], 8e-4);
  const solids = pieces.map((piece) => ({ mesh: buildSolid(piece.rings, shape, scale), pose: translation(piece.x, piece.y, 0) }));
  const tree = cutTree(facePoints(solids, 4000, 1), 90, 3);
  let count = 0;
  for (const { mesh, pose } of solids) {
    const shards = shatterSolid(mesh, pose, tree, scale);
    count += shards.length;
    let sum = 0;
    for (const shard of shards) {
      const { status, volume } = verdictOn(kernel, shard.mesh);
      expect(status).toBe('NoError');
      expect(volume).toBeGreaterThan(0);
      sum += volume;
    }
    expect(sum / enclosedVolume(mesh.topology)).toBeCloseTo(1, 5);
  }
  expect(count).toBeGreaterThanOrEqual(90);
});
