import { produce } from 'immer';
import { buildMark } from '@/core/frame/solids/build-mark';
import { pivotOf } from '@/core/frame/pivot';
import { runSettings } from '@/core/frame/solids/shell-outlines';
import { setText } from '@/core/outline/text-layout';
import type { Typeface } from '@/core/outline/typeface';
import { addWordmark, changeMark, setWords } from '@/core/production/edits/mark-edits';
import { changeRange, runsAfterEdit, styleAt } from '@/core/production/edits/run-edits';
import { gatherWords, joinedWords, splitWords, type SplitBy } from '@/core/production/edits/split-edits';
import type { Mark } from '@/core/production/mark';
import { readProduction } from '@/core/production/migrate';
import { emptyProduction, type Production } from '@/core/production/production';
import type { Shell } from '@/core/production/shell';
import { surfaceOf } from '@/core/production/surface';
import { runSchema, type Words } from '@/core/production/words';
import { transformPoint } from '@/core/space/matrix';
import { packagedTypeface } from '../support/fonts';
import { poseAlone, standing } from '../support/standing';
import { key } from '../support/key';

let face: Typeface;
beforeAll(async () => {
  face = await packagedTypeface('archivo-black');
});

const made = (text: string, recipe: (mark: Mark & { body: Words }) => void = () => undefined): Production =>
  produce(emptyProduction('Test', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
    addWordmark(draft, text);
    changeMark(draft, 'mark-1', (mark) => recipe(mark as Mark & { body: Words }));
  });
const lettersOf = ({ body }: Mark) =>
  body.kind === 'words' ? setText({ ...body, runs: runSettings(body.runs, () => []) }, [face]).letters : [];
const split = (production: Production, by: SplitBy) => {
  const mark = production.marks[0] as Mark;
  return produce(
    production,
    (draft) => void splitWords(draft, mark.id, by, lettersOf(mark), pivotOf(mark, buildMark(mark, [face]).bounds)),
  );
};
const gathered = (production: Production, frame = 0) => {
  const { marks } = production;
  const joined = joinedWords(marks as (Mark & { body: Words })[]);
  const input = {
    ids: marks.map(({ id }) => id),
    poses: marks.map((mark) => poseAlone(mark, frame)),
    letters: marks.map(lettersOf),
    joined: joined ? setText({ ...joined.words, runs: runSettings(joined.words.runs, () => []) }, [face]).letters : [],
  };
  return produce(production, (draft) => void gatherWords(draft, input));
};

/** Extent of everything in the world at a frame: what is united or not does not matter to it. */
function reach(production: Production, frame: number): number[][] {
  const all = production.marks.flatMap((mark) => {
    const solids = buildMark(mark, [face]);
    return standing(mark, solids, frame).flatMap(({ piece: { mesh }, pose }) =>
      Array.from({ length: mesh.positions.length / 3 }, (_, v) =>
        transformPoint(pose, [mesh.positions[3 * v] as number, mesh.positions[3 * v + 1] as number, mesh.positions[3 * v + 2] as number]),
      ),
    );
  });
  const most = (pick: (...values: number[]) => number, from: number) =>
    [0, 1, 2].map((k) => all.reduce((a, p) => pick(a, p[k] as number), from));
  return [most(Math.min, Infinity), most(Math.max, -Infinity)];
}

/** Where every letter stands in the world at a frame: the mean of its corners, from left to right. */
function cloud({ marks }: Production, frame: number): number[][] {
  return marks
    .flatMap((mark) => {
      const solids = buildMark(mark, [face]);
      return standing(mark, solids, frame).map(({ piece: { mesh }, pose }) => {
        let sum = [0, 0, 0];
        for (let i = 0; i < mesh.positions.length; i += 3) {
          const p = transformPoint(pose, [mesh.positions[i] as number, mesh.positions[i + 1] as number, mesh.positions[i + 2] as number]);
          sum = sum.map((v, k) => v + (p[k] as number));
        }
        return sum.map((v) => (3 * v) / mesh.positions.length);
      });
    })
    .sort((a, b) => (a[0] as number) - (b[0] as number) || (a[2] as number) - (b[2] as number));
}
const expectSame = (a: number[][], b: number[][], digits = 5) => {
  expect(a).toHaveLength(b.length);
  a.forEach((p, i) => p.forEach((v, k) => expect(v).toBeCloseTo(b[i]?.[k] as number, digits)));
};

const TURNED = (mark: Mark) => {
  mark.channels.x.rest = 2;
  mark.channels.tilt.rest = -20;
  mark.channels.pan.keys = [key(0, 0), key(50, 130)];
};

test.each<[SplitBy, number]>([
  ['word', 2],
  ['letter', 11],
  ['line', 2],
])('split by %s nothing jumps, at any frame, though the whole turns on', (by, count) => {
  const whole = made('LANTERN\nDEEP', (mark) => {
    TURNED(mark);
    mark.body.alignment = 'left';
    mark.body.tracking = 80;
  });
  const parts = split(whole, by);
  expect(parts.marks).toHaveLength(count);
  for (const frame of [0, 20, 50]) expectSame(cloud(parts, frame), cloud(whole, frame));
  expect(readProduction(JSON.parse(JSON.stringify(parts)))).toEqual(parts);
});

test.each([
  ['arc', 'out'],
  ['arc', 'in'],
  ['ring', 'out'],
  ['ring', 'in'],
  ['ring', 'up'],
] as const)('words on an %s facing %s are split without a jump, and travel on', (along, facing) => {
  const whole = made('DEEP WATER\nLOW', (mark) => {
    TURNED(mark);
    mark.body.setting = { along, facing, radius: 3, start: 20 };
    mark.channels.travel.keys = [key(0, 0), key(50, 90)];
  });
  for (const by of ['word', 'letter'] as const)
    for (const frame of [0, 30]) expectSame(reach(split(whole, by), frame), reach(whole, frame), 4);
});

test('kerning is kept: a split line stands as the shaper set it', () => {
  const whole = made('AVATAR');
  expectSame(reach(split(whole, 'letter'), 0), reach(whole, 0));
});

test.each<SplitBy>(['word', 'letter', 'line'])('split by %s and gathered again, it is what it was', (by) => {
  const whole = made('LOW TIDE\nAVENUE', (mark) => void (mark.channels.y.rest = 1.5));
  const back = gathered(split(whole, by));
  expect(back.marks).toHaveLength(1);
  expect(back.marks[0]?.body).toMatchObject({ text: 'LOW TIDE\nAVENUE', runs: [] });
  expectSame(cloud(back, 0), cloud(whole, 0), 4);
});

test('gathered after one word was moved and turned, that word stays where it was put', () => {
  const parts = produce(split(made('LOW TIDE COMES'), 'word'), (draft) => {
    const tide = draft.marks[1]?.channels;
    if (tide) [tide.z.rest, tide.y.rest, tide.roll.rest] = [0.7, 0.4, 25];
    const tidePivot = draft.marks[1];
    if (tidePivot) tidePivot.pivot = 'middle';
  });
  const back = gathered(parts);
  expect(back.marks[0]?.body).toMatchObject({ text: 'LOW TIDE COMES', runs: [{ from: 4, to: 8 }] });
  const byX = (a: number[][]) => [...a].sort((p, q) => (p[0] as number) - (q[0] as number));
  expectSame(byX(cloud(back, 0)), byX(cloud(parts, 0)), 4);
});

test('words along a ring gather to the ring', () => {
  const whole = made('DEEP WATER', (mark) => void (mark.body.setting = { along: 'ring', facing: 'out', radius: 3, start: 20 }));
  const back = gathered(split(whole, 'word'));
  expect((back.marks[0]?.body as Words).setting.start).toBeCloseTo(20, 6);
  expectSame(cloud(back, 0), cloud(whole, 0), 4);
});

test('marks that are no words, and texts too long for one mark, are not gathered', () => {
  const one = made('A');
  expect(produce(one, (draft) => void gatherWords(draft, { ids: ['mark-1'], poses: [], letters: [], joined: [] }))).toBe(one);
  const long = made('x'.repeat(400)).marks[0] as Mark & { body: Words };
  expect(joinedWords([long, long])).toBeNull();
});

test('words of different sizes, fonts and looks keep them when they are gathered, and stay where they stand', () => {
  const three = produce(made('DEEP'), (draft) => {
    addWordmark(draft, 'SEA');
    addWordmark(draft, 'low TIDE');
    const [, second, third] = draft.marks as (Mark & { body: Words })[];
    if (!second || !third) throw new Error('no marks');
    second.body.size = 2;
    second.body.font = { source: 'shipped', id: 'anton' };
    (second.shells[0] as Shell).surfaces.face = surfaceOf('brass');
    Object.assign(second.channels.x, { rest: 5 });
    third.body.size = 0.5;
    third.body.runs = changeRange([], 4, 8, (style) => ({ ...style, size: 3, surface: surfaceOf('glow') }));
    [third.channels.x.rest, third.channels.roll.rest] = [-4, 90];
  });
  const one = gathered(three);
  expect(one.marks).toHaveLength(1);
  const { text, runs } = one.marks[0]?.body as Words;
  expect(text).toBe('DEEP SEA low TIDE');
  const at = (word: string) => styleAt(runs, text.indexOf(word));
  expect(at('DEEP')).toMatchObject({ size: 1 });
  expect(at('SEA')).toMatchObject({ size: 2, font: { id: 'anton' }, surface: { settings: { material: 'brass' } } });
  expect(at('low')).toMatchObject({ size: 0.5 });
  expect(at('low').surface).toBeUndefined();
  expect(at('TIDE')).toMatchObject({ size: 1.5, surface: { settings: { material: 'glow' } } });
  expectSame(reach(one, 0), reach(three, 0), 3);
});

describe('runs as the text is edited (common practice of any text field)', () => {
  const bold = { ...styleAt([], 0), size: 2 };
  const styled = (text: string, from: number, to: number) => ({ text, runs: changeRange([], from, to, () => bold) });
  const after = ({ text, runs }: ReturnType<typeof styled>, next: string) =>
    runsAfterEdit(runs, text, next).map(({ from, to }) => next.slice(from, to));

  test('typing before, inside, at the end of and after a run', () => {
    const word = styled('low TIDE comes', 4, 8);
    expect(after(word, 'a low TIDE comes')).toEqual(['TIDE']);
    expect(after(word, 'low TIiDE comes')).toEqual(['TIiDE']);
    expect(after(word, 'low TIDES comes')).toEqual(['TIDES']);
    expect(after(word, 'low xTIDE comes')).toEqual(['TIDE']);
    expect(after(word, 'low TIDE comes in')).toEqual(['TIDE']);
  });

  test('deleting across its ends, and all of it', () => {
    const word = styled('low TIDE comes', 4, 8);
    expect(after(word, 'loDE comes')).toEqual(['DE']);
    expect(after(word, 'low TImes')).toEqual(['TI']);
    expect(after(word, 'low  comes')).toEqual([]);
  });

  test('changing a part of a run cuts it; changing it back makes it one again', () => {
    const runs = changeRange([], 0, 9, () => bold);
    const cut = changeRange(runs, 3, 5, (style) => ({ ...style, size: 3 }));
    expect(cut.map(({ from, to, size }) => [from, to, size])).toEqual([
      [0, 3, 2],
      [3, 5, 3],
      [5, 9, 2],
    ]);
    expect(changeRange(cut, 3, 5, (style) => ({ ...style, size: 2 }))).toEqual(runs);
    expect(changeRange(cut, 0, 9, () => styleAt([], 0))).toEqual([]);
  });

  test('typing in the words keeps runs with their letters', () => {
    const production = made('LOW TIDE', (mark) => void (mark.body.runs = [runSchema.parse({ from: 4, to: 8, size: 2 })]));
    const longer = produce(production, (draft) => setWords(draft, 'mark-1', 'THE LOW TIDE'));
    expect(longer.marks[0]?.body).toMatchObject({ runs: [{ from: 8, to: 12, size: 2 }] });
  });
});
