import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import type { RegionState } from '@/core/frame/frame-state';
import { insideRegion } from '@/core/frame/region-state';
import { buildMark } from '@/core/frame/solids/build-mark';
import { at } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';
import { addCascade, cascadeFrom } from '@/core/production/edits/cascade-edits';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import { addRegion, removeRegion } from '@/core/production/edits/region-edits';
import { outsidePolygon } from '@/core/outline/polygon-distance';
import type { SpaceRegion } from '@/core/production/owners/regions/regions';
import type { Mark } from '@/core/production/mark';
import { emptyProduction, type Production } from '@/core/production/production';
import { invertRigid, rotationZ, translation } from '@/core/space/matrix';
import { packagedTypeface } from '../support/fonts';
import { straightKey } from '../support/key';

const region = (change: Partial<RegionState>): RegionState => ({
  id: 'r',
  kind: 'box',
  pose: translation(0, 0, 0),
  half: [1, 1, 1],
  outline: [],
  border: 0,
  acts: 'keep',
  shell: null,
  ...change,
  isFlat: false,
  into: invertRigid(change.pose ?? translation(0, 0, 0)),
});

test('a place is in a region, out of it, or on its border by a smooth step', () => {
  const box = region({ border: 0.4 });
  const across = [0, 0.8, 1, 1.2, 1.1].map((x) => insideRegion(box, [x, 0, 0]));
  expect(across).toEqual([1, 1, 0.5, expect.closeTo(0, 9), expect.closeTo(0.15625, 9)]);
  const ball = region({ kind: 'ball', half: [2, 2, 2], border: 0.4 });
  expect([1.7, 2, 2.3].map((x) => insideRegion(ball, [0, x, 0]))).toEqual([1, 0.5, 0]);
  // Left of a plane through (1, 0, 0) that is turned by a quarter: below it.
  const half = region({ kind: 'half-space', pose: [...rotationZ(90)].map((v, i) => (i === 12 ? 1 : v)), border: 0 });
  expect([insideRegion(half, [5, -0.1, 0]), insideRegion(half, [5, 0.1, 0])]).toEqual([1, 0]);
});

test('a place is in an outline that is drawn, or as far from it as from its nearest side or corner', () => {
  // An L: two squares of a metre, one above and one beside the corner.
  const outline = [
    [0, 0],
    [2, 0],
    [2, 1],
    [1, 1],
    [1, 2],
    [0, 2],
  ] as const;
  const bent = region({ kind: 'drawn', outline, border: 0 });
  const held = [
    [0.5, 1.9],
    [1.9, 0.5],
    [1.1, 1.1],
    [-0.1, 1],
    [2.1, 0.5],
  ] as const;
  expect(held.map(([x, y]) => insideRegion(bent, [x, y, 7]))).toEqual([1, 1, 0, 0, 0]);
  expect(outsidePolygon(outline, 1.3, 1.4)).toBeCloseTo(0.3, 9);
  expect(outsidePolygon(outline, 5, -4)).toBeCloseTo(5, 9);
  expect(outsidePolygon(outline, 0.75, 0.75)).toBeCloseTo(-Math.hypot(0.25, 0.25), 9);
  // Half of a soft border lies within.
  expect(insideRegion({ ...bent, border: 0.4 }, [2, 0.5, 0])).toBe(0.5);
  expect(insideRegion({ ...bent, border: 0.4 }, [1.9, 0.5, 0])).toBeCloseTo(0.84375, 9);
});

test('a curve through the points of an outline goes through each of them, and its size makes it larger about its place', () => {
  const state = (recipe: (found: Extract<SpaceRegion, { kind: 'drawn' }>) => void) => {
    const production = produce(emptyProduction('Drawn', { width: 320, height: 180, rate: '25', length: 10 }), (draft) => {
      addForm(draft, 'disc');
      const [mark] = draft.marks as [Mark];
      addRegion(mark, 'drawn', null);
      const [found] = mark.regions;
      if (found?.kind === 'drawn') recipe(found);
    });
    return evaluate(production, 0, () => null).marks[0]?.regions[0] as RegionState;
  };
  const round = state((found) => {
    found.settings.smooth = true;
    found.channels.size.rest = 3;
  });
  expect(round.outline).toHaveLength(32);
  expect(round.outline.filter((_, i) => i % 8 === 0)).toEqual([
    [-1.5, -1.5],
    [-1.5, 1.5],
    [1.5, 1.5],
    [1.5, -1.5],
  ]);
  // Between two corners of a square the curve of Catmull and Rom bulges by an eighth of its side: (h1 + h2) 3/8 of a sixth of the diagonal.
  expect(Math.max(...round.outline.map(([x]) => x))).toBeCloseTo(1.5 + (3 / 4) * (3 / 6), 9);
});

/** ABC, three letters that come by a ball which grows over them; nothing else of the cascade goes by time. */
const reached = (recipe: (mark: Mark) => void = () => undefined): Production =>
  produce(emptyProduction('Regions', { width: 320, height: 180, rate: '25', length: 100 }), (draft) => {
    addWordmark(draft, 'ABC');
    const [mark] = draft.marks as [Mark];
    addRegion(mark, 'half-space', null);
    const [half] = mark.regions;
    if (half) {
      half.settings.acts = 'none';
      half.channels.border.rest = 0;
      half.channels.x.keys = [straightKey(0, -3), straightKey(60, 3)];
    }
    const cascade = cascadeFrom(mark, 'typed', 'arrival', { from: 0, to: 10 });
    Object.assign(cascade.settings, { regionId: half?.id, pace: PACES.even, hides: false });
    cascade.channels.y = at(1);
    addCascade(mark, cascade);
    recipe(mark);
  });
const lifted = async (production: Production, frame: number) => {
  const face = await packagedTypeface('archivo-black');
  const solids = buildMark(production.marks[0] as Mark, [face]);
  return evaluate(production, frame / 25, () => solids.bounds).marks[0]?.parts?.[0]?.map((part) => part?.pose[13] ?? 0) ?? [0, 0, 0];
};

test('letters come as a region reaches them, whatever their number; gone, they go by their progress again', async () => {
  expect(await lifted(reached(), 0)).toEqual([1, 1, 1]);
  expect(await lifted(reached(), 25)).toEqual([0, 1, 1]);
  expect(await lifted(reached(), 60)).toEqual([0, 0, 0]);
  const without = produce(reached(), (draft) => removeRegion(draft.marks[0] as Mark, 'half-space-1'));
  expect(without.marks[0]?.cascades[0]?.settings.regionId).toBeNull();
  expect(await lifted(without, 20)).toEqual([0, 0, 0]);
});

test('told in the world a region stays where it is while the mark goes; told in the mark it goes with it', async () => {
  const moved = (space: 'mark' | 'world') =>
    reached((mark) => {
      mark.channels.x.rest = 10;
      if (mark.regions[0]) mark.regions[0].settings.space = space;
    });
  expect(await lifted(moved('mark'), 60)).toEqual([0, 0, 0]);
  expect(await lifted(moved('world'), 60)).toEqual([1, 1, 1]);
});

test('a region that is added holds the whole mark', () => {
  for (const kind of ['half-space', 'box', 'ball', 'drawn'] as const) {
    const production = produce(emptyProduction('Held', { width: 320, height: 180, rate: '25', length: 100 }), (draft) => {
      addForm(draft, 'star');
      const [mark] = draft.marks as [Mark];
      addRegion(mark, kind, buildMark(mark, []).bounds);
    });
    const [mark] = production.marks as [Mark];
    const { bounds } = buildMark(mark, []);
    const [state] = evaluate(production, 0, () => bounds).marks[0]?.regions ?? [];
    if (!state || !bounds) throw new Error('Nothing was built.');
    for (const x of [bounds.min[0], bounds.max[0]])
      for (const y of [bounds.min[1], bounds.max[1]])
        for (const z of [bounds.min[2], bounds.max[2]]) expect(insideRegion(state, [x, y, z])).toBe(1);
  }
});

test('letters come as a region in the frame reaches them, wherever the mark is taken', async () => {
  const face = await packagedTypeface('archivo-black');
  const there = (x: number, edge: number) => {
    const production = produce(emptyProduction('Frame', { width: 1920, height: 1080, rate: '25', length: 10 }), (draft) => {
      addWordmark(draft, 'ABC');
      const [mark] = draft.marks as [Mark];
      mark.channels.x.rest = x;
      const id = addRegion(mark, 'half-space', null);
      const region = mark.regions[0];
      if (!region) throw new Error('no region');
      Object.assign(region.settings, { space: 'frame', acts: 'none' });
      Object.assign(region.channels, { x: at(edge), border: at(0) });
      const cascade = cascadeFrom(mark, 'typed', 'arrival', { from: 0, to: 9 });
      Object.assign(cascade.settings, { regionId: id, pace: PACES.even });
      addCascade(mark, cascade);
    });
    const solids = buildMark(production.marks[0] as Mark, [face]);
    return evaluate(production, 0, () => solids.bounds).marks[0]?.parts?.[0]?.map((part) => part?.on !== false) ?? 'all at rest';
  };
  // In heights of the frame from its middle, where the B stands.
  expect(there(0, -0.05)).toEqual([true, false, false]);
  expect(there(0, 0.05)).toEqual([true, true, false]);
  expect(there(0, 2)).toBe('all at rest');
  expect(there(-20, -0.05)).toBe('all at rest');
  expect(there(20, -0.05)).toEqual([false, false, false]);
});
