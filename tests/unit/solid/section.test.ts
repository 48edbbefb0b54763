import type { ManifoldToplevel } from 'manifold-3d';
import { IDENTITY, translation } from '@/core/space/matrix';
import { setText } from '@/core/outline/text-layout';
import { buildSolid } from '@/core/solid/bevelled-solid';
import { loopArea, sectionOf } from '@/core/solid/section';
import { packagedTypeface } from '../support/fonts';
import { judge } from '../support/judge';

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

test('sections of letters cover what manifold-3d’s own slices of the same solids cover', async () => {
  const face = await packagedTypeface('archivo-black');
  const { pieces, scale } = setText({ text: 'R8S', size: 1, tracking: 0, leading: 1, alignment: 'centre' }, [face]);
  for (const { rings } of pieces) {
    const solid = buildSolid(
      rings,
      {
        from: -0.2,
        to: 0.2,
        front: { profile: 'ogee', width: 0.05, height: 0.06 },
        back: { profile: 'chamfer', width: 0.02, height: 0.02 },
      },
      scale,
    );
    const body = new kernel.Manifold(
      new kernel.Mesh({ numProp: 3, vertProperties: Float32Array.from(solid.topology.positions), triVerts: solid.topology.triangles }),
    );
    for (const [y, angleDeg] of [
      [0.3, 0],
      [0.6, 0],
      [0.55, 25],
      [0.4, -70],
    ] as const) {
      const loops = sectionOf(solid, IDENTITY, { x: 0.2, y, angleDeg });
      // Turned so that the cut plane lies level, the other library slices it at height nought.
      const level = body.translate([-0.2, -y, 0]).rotate([0, 0, -angleDeg]).rotate([90, 0, 0]);
      const theirs = level.slice(0).area();
      expect(loops.length).toBeGreaterThan(0);
      expect(Math.abs(loops.reduce((sum, loop) => sum + loopArea(loop), 0))).toBeCloseTo(theirs, 4);
    }
  }
});

test('a prism cut across is its rectangle: the depth upright, the stroke along', async () => {
  const face = await packagedTypeface('archivo-black');
  const { pieces, scale } = setText({ text: 'I', size: 1, tracking: 0, leading: 1, alignment: 'centre' }, [face]);
  const flat = { profile: 'none', width: 0, height: 0 } as const;
  const [piece] = pieces;
  const [loop] = sectionOf(
    buildSolid(piece?.rings ?? [], { from: -0.1, to: 0.3, front: flat, back: flat }, scale),
    translation(piece?.x ?? 0, piece?.y ?? 0, 0),
    { x: 0, y: 0, angleDeg: 0 },
  );
  const depths = (loop ?? []).filter((_, i) => i % 2 === 1);
  expect([Math.min(...depths), Math.max(...depths)]).toEqual([expect.closeTo(-0.1, 6), expect.closeTo(0.3, 6)]);
});

test('a cut beside the mark meets nothing', async () => {
  const face = await packagedTypeface('archivo-black');
  const { pieces, scale } = setText({ text: 'O', size: 1, tracking: 0, leading: 1, alignment: 'centre' }, [face]);
  const flat = { profile: 'none', width: 0, height: 0 } as const;
  expect(
    sectionOf(buildSolid(pieces[0]?.rings ?? [], { from: 0, to: 1, front: flat, back: flat }, scale), IDENTITY, {
      x: 0,
      y: 5,
      angleDeg: 0,
    }),
  ).toEqual([]);
});
