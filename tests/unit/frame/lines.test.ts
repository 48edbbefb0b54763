import { produce } from 'immer';
import { carryMark } from '@/core/frame/carry-mark';
import { evaluate } from '@/core/frame/evaluate';
import type { MarkState } from '@/core/frame/frame-state';
import { buildMark } from '@/core/frame/solids/build-mark';
import { outlinePath } from '@/core/frame/solids/outline-path';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { standingSurface } from '@/core/frame/solids/standing-solid';
import { straightKey } from '@/core/motion/channel';
import { addLine, addOutlineLine } from '@/core/production/edits/line-edits';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import { LINE_POINTS, type Line } from '@/core/production/line';
import type { Mark } from '@/core/production/mark';
import { addPoint, movePoint, removePoint, type Pen } from '@/core/production/pen';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { lineLength, linePaths } from '@/core/solid/line/line-path';
import { penPath } from '@/core/solid/line/pen-path';
import { transformDirection } from '@/core/space/matrix';
import { packagedTypeface } from '../support/fonts';

const lineOf = ({ body }: Mark): Line => {
  if (body.kind !== 'line') throw new Error('No line.');
  return body;
};

const penOf = (mark: Mark): Pen => {
  const { pen } = lineOf(mark);
  if (!pen) throw new Error('No pen.');
  return pen;
};

/** A line of one metre to the right, then one up, drawn from frame 0 to 100. */
const drawing = (recipe: (draft: Production, line: Mark) => void = () => undefined): Production =>
  produce(emptyProduction('Lines', { width: 1920, height: 1080, rate: '25', length: 101 }), (draft) => {
    addLine(draft);
    const [mark] = draft.marks as [Mark];
    const line = lineOf(mark);
    line.pen = {
      points: [
        { x: 0, y: 0 },
        { x: 1, y: 0 },
        { x: 1, y: 1 },
      ],
      smooth: false,
      closed: false,
    };
    line.channels.end.keys = [straightKey(0, 0), straightKey(100, 1)];
    recipe(draft, mark);
  });

function at(production: Production, frame: number): { states: MarkState[]; built: Map<string, ReturnType<typeof buildMark>> } {
  const built = new Map(production.marks.map((mark) => [mark.id, buildMark(mark, [])]));
  return { states: evaluate(production, frame / 25, (id) => built.get(id)?.bounds).marks, built };
}

test('a line is drawn as far as its channel says, between the depths of its shell, and builds nothing for that', () => {
  const production = drawing();
  const { states, built } = at(production, 25);
  const [piece] = built.get('mark-1')?.pieces ?? [];
  if (!piece || !states[0]) throw new Error('nothing built');
  const { positions } = standingSurface(piece, states[0]);
  const reach = (k: number) => Array.from(positions.filter((_, i) => i % 3 === k));
  expect(Math.max(...reach(0))).toBeCloseTo(0.5, 6);
  expect([Math.min(...reach(2)), Math.max(...reach(2))].map((v) => Math.round(v * 1e4))).toEqual([-300, 300]);
  const further = produce(production, (draft) => void (lineOf(draft.marks[0] as Mark).channels.end.keys = [straightKey(0, 0.2)]));
  expect(solidsKey(further.marks[0] as Mark)).toBe(solidsKey(production.marks[0] as Mark));
});

test.each([
  ['turned with it', true],
  ['in place alone', false],
])('a mark rides the tip of a line, %s', (_, turns) => {
  const production = drawing((draft, line) => {
    addForm(draft, 'arrow');
    const rider = draft.marks[1] as Mark;
    carryMark(draft, rider.id, { carrierId: line.id, turns, tip: true }, 0, () => null);
  });
  const [line] = at(production, 25).states;
  const pose = (frame: number) => at(production, frame).states[1]?.pose ?? [];
  const depth = line?.pose[14];
  expect([pose(25)[12], pose(25)[13], pose(25)[14]]).toEqual([expect.closeTo(0.5), expect.closeTo(0), depth]);
  expect([pose(75)[12], pose(75)[13]]).toEqual([expect.closeTo(1), expect.closeTo(0.5)]);
  const [x, y] = transformDirection(pose(75), [1, 0, 0]);
  expect([x, y]).toEqual(turns ? [expect.closeTo(0), expect.closeTo(1)] : [1, 0]);
});

test('a line along words is as long as their outlines, stands before them, and goes where they go', async () => {
  const face = await packagedTypeface('archivo-black');
  const production = produce(emptyProduction('Lines', { width: 1920, height: 1080, rate: '25', length: 10 }), (draft) => {
    addWordmark(draft, 'IO');
    const [words] = draft.marks as [Mark];
    const d = outlinePath(words, [face]);
    addOutlineLine(draft, words.id, d);
    words.channels.x.rest = 3;
  });
  const [words, mark] = production.marks as [Mark, Mark];
  const solids = buildMark(words, [face]);
  const boundsOf = (id: string) => (id === words.id ? solids.bounds : buildMark(mark, []).bounds);
  const states = evaluate(production, 0, boundsOf).marks;
  expect(states[1]?.pose[12]).toBeCloseTo(3, 6);
  const [own, along] = [solids.bounds, buildMark(mark, []).bounds];
  for (const k of [0, 1]) {
    expect(along?.min[k]).toBeCloseTo((own?.min[k] ?? 0) - 0.01, 2);
    expect(along?.max[k]).toBeCloseTo((own?.max[k] ?? 0) + 0.01, 2);
  }
  expect((states[1]?.pose[14] ?? 0) + (along?.min[2] ?? 0)).toBeGreaterThan(own?.max[2] ?? 0);
  // An I is a rectangle: twice its width and height; an O is two closed curves.
  expect(linePaths(lineOf(mark).d, 'mitred', 1e-5)).toHaveLength(3);
});

test('points are put, moved and taken out; two are left; a curve goes through all of them', () => {
  const production = drawing((_, mark) => {
    const pen = penOf(mark);
    addPoint(pen, LINE_POINTS, { x: 2, y: 2 });
    movePoint(pen, 0, { x: -1, y: 0 });
    removePoint(pen, LINE_POINTS, 1);
  });
  const { pen } = lineOf(production.marks[0] as Mark);
  expect(pen?.points).toEqual([
    { x: -1, y: 0 },
    { x: 1, y: 1 },
    { x: 2, y: 2 },
  ]);
  const fewer = produce(production, (draft) => {
    for (let i = 0; i < 5; i++) removePoint(penOf(draft.marks[0] as Mark), LINE_POINTS, 0);
  });
  expect(lineOf(fewer.marks[0] as Mark).pen?.points).toHaveLength(2);
  // Of four points on a circle the curve is longer than the square and shorter than the circle.
  const round = [0, 1, 2, 3].map((i) => ({ x: Math.cos((i * Math.PI) / 2), y: Math.sin((i * Math.PI) / 2) }));
  const length = lineLength(linePaths(penPath({ points: round, smooth: true, closed: true }), 'mitred', 1e-5));
  expect(length).toBeGreaterThan(4 * Math.SQRT2);
  expect(length).toBeLessThan(2 * Math.PI);
});

test('a line without length is said to have none; what is no path is refused; a document with lines is the same read again', () => {
  const production = drawing((_, mark) => void (lineOf(mark).pen = { points: [{ x: 1, y: 1 }], smooth: false, closed: false }));
  expect(buildMark(production.marks[0] as Mark, []).faults).toEqual(['This line has no length.']);
  expect(productionSchema.parse(JSON.parse(JSON.stringify(drawing())))).toEqual(drawing());
  const broken = JSON.parse(JSON.stringify(drawing())) as { marks: { body: { d: string } }[] };
  for (const { body } of broken.marks) body.d = '<script>';
  expect(productionSchema.safeParse(broken).success).toBe(false);
});
