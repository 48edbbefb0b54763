import { ringsInCell, type HalfPlane } from '@/core/outline/cells';
import { setText } from '@/core/outline/text-layout';
import { signedArea, type Ring } from '@/core/outline/ring';
import { packagedTypeface } from '../support/fonts';

/** Outlines cut by half planes: what lies on one side and on the other makes up the whole. */

const area = (rings: readonly Ring[]) => rings.reduce((sum, ring) => sum + signedArea(ring), 0);
const opposite = ({ normal: [x, y], offset }: HalfPlane): HalfPlane => ({ normal: [-x, -y], offset: -offset });

test.each(['O', 'B', '&', 'i', '8'])('%s cut along lines is as large as it was, and each piece has its own holes', async (letter) => {
  const face = await packagedTypeface('archivo-black');
  const { pieces, scale } = setText({ text: letter, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face], 8e-4);
  for (const { rings } of pieces) {
    for (const angle of [0.3, 1.1, 2.4]) {
      const half: HalfPlane = { normal: [Math.cos(angle), Math.sin(angle)], offset: 0.15 };
      const cut = [half, opposite(half)].flatMap((each) => ringsInCell(rings, [each], scale));
      expect(area(cut.flat()) / area(rings)).toBeCloseTo(1, 3);
      for (const [outer, ...holes] of cut) {
        expect(signedArea(outer as Ring)).toBeGreaterThan(0);
        for (const hole of holes) expect(signedArea(hole)).toBeLessThan(0);
      }
    }
  }
});

test('a ring cut across its middle is two pieces on each side of nothing, and nothing lies in what excludes itself', async () => {
  const face = await packagedTypeface('archivo-black');
  const { pieces, scale } = setText({ text: 'O', size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face], 8e-4);
  const rings = pieces[0]?.rings ?? [];
  const xs = rings.flatMap((ring) => ring.map(({ x }) => x));
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  // A band across the counter: above and below it.
  const band: HalfPlane[] = [
    { normal: [1, 0], offset: middle - 0.02 },
    { normal: [-1, 0], offset: -(middle + 0.02) },
  ];
  expect(ringsInCell(rings, band, scale)).toHaveLength(2);
  expect(ringsInCell(rings, [...band, { normal: [1, 0], offset: middle + 1 }], scale)).toEqual([]);
});
