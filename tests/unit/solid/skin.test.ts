import type { ManifoldToplevel } from 'manifold-3d';
import { insideBox, pressApart } from '@/core/outline/press-apart';
import { setText } from '@/core/outline/text-layout';
import { enclosedVolume, type SolidMesh } from '@/core/solid/mesh';
import { buildSkin, swollen } from '@/core/solid/skin';
import { packagedTypeface } from '../support/fonts';
import { judge, verdictOn } from '../support/judge';
import { circleRing, polygon } from '../support/rings';

/** Skins blown up by even pressure: the membrane's closed forms are those of any handbook of plates and shells. */

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

const highest = ({ positions }: Pick<SolidMesh, 'positions'>, near?: readonly [number, number]) => {
  let z = -Infinity;
  for (let i = 0; i < positions.length; i += 3) {
    if (near && Math.hypot((positions[i] as number) - near[0], (positions[i + 1] as number) - near[1]) > 0.1) continue;
    z = Math.max(z, positions[i + 2] as number);
  }
  return z;
};

test('a disc becomes half as round as it is wide: u = (R² − r²)/2, an ellipsoid of volume 4πR³/(3√2)', () => {
  const skin = buildSkin([circleRing(1, 96)], { middle: 0.3, lid: 0 }, 2);
  expect(verdictOn(kernel, skin)).toMatchObject({ status: 'NoError', genus: 0 });
  expect(highest(skin) - 0.3).toBeCloseTo(Math.SQRT1_2, 2);
  expect(enclosedVolume(skin.topology) / ((4 * Math.PI) / (3 * Math.SQRT2))).toBeCloseTo(1, 1);
});

test('a long strip becomes a tube: a half circle over its width', () => {
  const skin = buildSkin(
    [
      polygon([
        [0, 0],
        [10, 0],
        [10, 1],
        [0, 1],
      ]),
    ],
    { middle: 0, lid: 0 },
    1,
  );
  expect(highest(skin, [5, 0.5])).toBeCloseTo(0.5, 2);
  const { positions, normals } = skin;
  // A normal of a tube points away from its axis.
  for (let v = 0; v < positions.length / 3; v++) {
    const [x, y, z] = [0, 1, 2].map((k) => positions[3 * v + k] as number) as [number, number, number];
    if (Math.abs(x - 5) > 1) continue;
    const length = Math.hypot(y - 0.5, z);
    const cosine = ((y - 0.5) * (normals[3 * v + 1] as number) + z * (normals[3 * v + 2] as number)) / length;
    expect(Math.acos(Math.min(1, cosine)) * (180 / Math.PI)).toBeLessThan(6);
  }
});

test('pressure scales the height and nothing else; none leaves it flat; a lid stops it', () => {
  const skin = buildSkin([circleRing(1, 64)], { middle: 0, lid: 0 }, 2);
  expect(highest(swollen(skin, 0.5))).toBeCloseTo(highest(skin) / 2, 6);
  expect(highest(swollen(skin, 0))).toBe(0);
  const lidded = buildSkin([circleRing(1, 64)], { middle: 0, lid: 0.3 }, 2);
  const { positions } = swollen(lidded, 2);
  expect(highest({ positions })).toBeCloseTo(0.3, 6);
  // It lies on the lid in a flat field, not in one point.
  expect([...positions].filter((z, i) => i % 3 === 2 && Math.abs(z - 0.3) < 1e-6).length).toBeGreaterThan(100);
});

test('letters are closed, keep their outline as the seam, and rise most where they are widest', async () => {
  const face = await packagedTypeface('archivo-black');
  for (const character of ['R', '8', 'S', '&', 'i']) {
    const { pieces, scale } = setText({ text: character, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face]);
    for (const { rings } of pieces) {
      const skin = buildSkin(rings, { middle: 0, lid: 0 }, scale);
      expect([character, verdictOn(kernel, skin).status]).toEqual([character, 'NoError']);
      const { positions } = skin;
      const reach = (k: number) => [...positions].filter((_, i) => i % 3 === k);
      const outline = rings.flat();
      for (const [k, axis] of [
        [0, 'x'],
        [1, 'y'],
      ] as const) {
        expect(Math.max(...reach(k))).toBeCloseTo(Math.max(...outline.map((v) => v[axis])), 4);
        expect(Math.min(...reach(k))).toBeCloseTo(Math.min(...outline.map((v) => v[axis])), 4);
      }
    }
  }
});

/** How far the normals of the front lean to the right along the line x = at, where the skin is highest. */
function leanAt({ positions, normals, groups, indices }: SolidMesh, at: number): number {
  const face = groups.find(({ region }) => region === 'face');
  let [best, lean] = [-Infinity, 0];
  for (const i of indices.subarray(face?.start, (face?.start ?? 0) + (face?.count ?? 0))) {
    if (Math.abs((positions[3 * i] as number) - at) > 1e-3 || (positions[3 * i + 2] as number) < best) continue;
    [best, lean] = [positions[3 * i + 2] as number, normals[3 * i] as number];
  }
  return lean;
}

test('round a small counter there are no ripples: normals are those of the membrane over a ring', () => {
  // Between circles of radius a and b, div grad u = -2 with u = 0 on both: u = (b² − r²)/2 − (b² − a²)/2 · ln(b/r)/ln(b/a).
  const [a, b] = [0.06, 0.5];
  const hole = [...circleRing(a, 64)].reverse().map(({ x, y, arriveX, arriveY, leaveX, leaveY }) => ({
    x,
    y,
    arriveX: -leaveX,
    arriveY: -leaveY,
    leaveX: -arriveX,
    leaveY: -arriveY,
  }));
  const { positions, normals } = buildSkin([circleRing(b, 128), hole], { middle: 0, lid: 0 }, 1);
  const share = (b * b - a * a) / (2 * Math.log(b / a));
  let worst = 0;
  for (let v = 0; v < positions.length / 3; v++) {
    const [x, y, z] = [0, 1, 2].map((k) => positions[3 * v + k] as number) as [number, number, number];
    const r = Math.hypot(x, y);
    if (z <= 0.02 || r < a * 1.15 || r > 0.9 * b) continue;
    const slope = -r + share / r;
    const g = Math.sqrt((b * b - r * r) / 2 - share * Math.log(b / r));
    const length = Math.hypot(slope / 2, g);
    const wanted = [(-slope / 2) * (x / r), (-slope / 2) * (y / r), g].map((c) => c / length);
    const cosine = wanted.reduce((sum, c, k) => sum + c * (normals[3 * v + k] as number), 0);
    worst = Math.max(worst, Math.acos(Math.min(1, cosine)) * (180 / Math.PI));
  }
  // It was seven degrees, seen as ripples, when slopes were means over triangles.
  expect(worst).toBeLessThan(4);
});

test('two discs that overlap press one another flat along the line through their crossings, and both stay closed', () => {
  const disc = [circleRing(1, 96)];
  const [left, right] = pressApart(
    [
      { id: 'a', rings: disc, x: 0, y: 0, parts: [0] },
      { id: 'b', rings: disc, x: 1.6, y: 0, parts: [0] },
    ],
    2,
  );
  expect(left?.contacts).toHaveLength(1);
  for (const [pressed, side] of [
    [left, 1],
    [right, -1],
  ] as const) {
    const skin = buildSkin(pressed?.rings ?? [], { middle: 0, lid: 0, contacts: pressed?.contacts }, 2);
    expect(verdictOn(kernel, skin)).toMatchObject({ status: 'NoError', genus: 0 });
    const furthest = Math.max(...[...skin.positions].filter((_, i) => i % 3 === 0).map((x) => side * x));
    expect(furthest).toBeCloseTo(0.8, 3);
    // Where they press, the skin stands up instead of closing in a seam.
    const wall = skin.groups.find((group) => group.region === 'side');
    expect(wall?.count).toBeGreaterThan(0);
    expect(highest(skin, [0.8 * side, 0])).toBeGreaterThan(0.3);
    // On both sides it falls off towards the line, so that a crease is seen: the normals there lean to it.
    expect(leanAt(skin, 0.8 * side) * side).toBeGreaterThan(Math.sin((20 * Math.PI) / 180));
  }
});

test('a box flattens the sides of what bulges past it: it stands there as a wall, and stays closed', () => {
  const disc = [circleRing(1, 96)];
  const pressed = insideBox({ id: 'a', rings: [circleRing(1.2, 96)], x: 0, y: 0, parts: [0] }, disc, 0.05, 2);
  expect(pressed.contacts).toHaveLength(4);
  const skin = buildSkin(pressed.rings, { middle: 0, lid: 0, contacts: pressed.contacts }, 2);
  expect(verdictOn(kernel, skin)).toMatchObject({ status: 'NoError', genus: 0 });
  for (const k of [0, 1]) expect(Math.max(...[...skin.positions].filter((_, i) => i % 3 === k))).toBeCloseTo(1.05, 3);
  expect(highest(skin, [1.05, 0])).toBeGreaterThan(0.3);
});
