import { buildMark } from '@/core/frame/solids/build-mark';
import { solidsKey } from '@/core/frame/solids/solids-key';
import type { Key } from '@/core/motion/channel';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { changeRange } from '@/core/production/edits/run-edits';
import type { Mark } from '@/core/production/mark';
import { emptyProduction } from '@/core/production/production';
import { enclosedVolume } from '@/core/solid/mesh';
import { packagedTypeface } from '../support/fonts';
import { standing } from '../support/standing';
import { straightKey } from '../support/key';

/** Letters set so close that their outlines overlap. */
function tight(): Mark {
  const production = emptyProduction('Parts', { width: 1920, height: 1080, rate: '25', length: 50 });
  addWordmark(production, 'ooo');
  const mark = production.marks[0] as Mark;
  if (mark.body.kind === 'words') mark.body.tracking = -200;
  return mark;
}

/** Lets the letter in the middle rise by a metre within ten frames. */
function rising(mark: Mark): void {
  if (mark.body.kind !== 'words') throw new Error('words');
  mark.body.runs = changeRange(mark.body.runs, 1, 2, (style) => ({
    ...style,
    channels: { ...style.channels, y: { rest: 0, keys: [straightKey(0, 0), straightKey(10, 1)] } },
  }));
}

const heightOf = ({ mesh }: { mesh: { positions: Float32Array } }) =>
  Math.max(...Array.from(mesh.positions.filter((_, i) => i % 3 === 1))) -
  Math.min(...Array.from(mesh.positions.filter((_, i) => i % 3 === 1)));

test('letters whose outlines overlap stand united at rest: one solid that knows all of them', async () => {
  const face = await packagedTypeface('archivo-black');
  const { pieces } = buildMark(tight(), [face]);
  expect(pieces.map(({ parts }) => parts)).toEqual([[0, 1, 2]]);
});

test('where one moves by itself each is a solid of its own, and only that one moves', async () => {
  const face = await packagedTypeface('archivo-black');
  const mark = tight();
  const rest = solidsKey(mark);
  rising(mark);
  expect(solidsKey(mark)).not.toBe(rest);
  const solids = buildMark(mark, [face], { apart: true });
  expect(solids.pieces.map(({ parts }) => parts)).toEqual([[0], [1], [2]]);
  const at = (frame: number) => standing(mark, solids, frame).map(({ pose }) => pose[13] as number);
  const [before, halfway, after] = [at(0), at(5), at(10)];
  expect(halfway.map((y, i) => y - (before[i] as number))).toEqual([expect.closeTo(0, 9), expect.closeTo(0.5, 9), expect.closeTo(0, 9)]);
  expect(after.map((y, i) => y - (before[i] as number))).toEqual([expect.closeTo(0, 9), expect.closeTo(1, 9), expect.closeTo(0, 9)]);
  // Equal letters are built once.
  expect(new Set(solids.pieces.map(({ mesh }) => mesh)).size).toBe(1);
  expect(heightOf(solids.pieces[0] as (typeof solids.pieces)[0])).toBeGreaterThan(0.5);
});

test('as the lens view builds them only the letter that moves stands alone; what it leaves is united again', async () => {
  const face = await packagedTypeface('archivo-black');
  const mark = tight();
  if (mark.body.kind === 'words') mark.body.text = 'oooo';
  rising(mark);
  const solids = buildMark(mark, [face]);
  expect(solids.pieces.map(({ parts }) => parts).sort((a, b) => (a[0] as number) - (b[0] as number))).toEqual([[0], [1], [2, 3]]);
  const rise = (frame: number) => standing(mark, solids, frame).map(({ piece, pose }) => [piece.parts[0], pose[13] as number]);
  const [low, high] = [new Map(rise(0) as [number, number][]), new Map(rise(10) as [number, number][])];
  for (const [part, y] of high) expect(y - (low.get(part) as number)).toBeCloseTo(part === 1 ? 1 : 0, 9);
});

test('united they enclose less than apart by what they share', async () => {
  const face = await packagedTypeface('archivo-black');
  const volume = (apart: boolean) =>
    buildMark(tight(), [face], { apart }).pieces.reduce((sum, { mesh }) => sum + enclosedVolume(mesh.topology), 0);
  expect(volume(false)).toBeLessThan(volume(true) * 0.995);
  expect(volume(false)).toBeGreaterThan(volume(true) * 0.6);
});

test('what moves a letter does not change what is built: its keys are no part of the solids', async () => {
  const mark = tight();
  rising(mark);
  const first = solidsKey(mark);
  if (mark.body.kind !== 'words') throw new Error('words');
  (mark.body.runs[0]?.channels.y.keys[1] as Key).value = 3;
  expect(solidsKey(mark)).toBe(first);
});
