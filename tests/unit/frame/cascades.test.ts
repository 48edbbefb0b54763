import { produce } from 'immer';
import { turnSpans } from '@/core/frame/cascades/turn-spans';
import { evaluate } from '@/core/frame/evaluate';
import type { PartState } from '@/core/frame/frame-state';
import { buildMark } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { isStanding } from '@/core/frame/solids/standing-solid';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { at } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';
import { addBackwards, addCascade, cascadeFrom, cascadeSpan, setLength, setMarkSpan } from '@/core/production/edits/cascade-edits';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import type { Cascade } from '@/core/production/owners/cascade';
import { emptyProduction, type Production } from '@/core/production/production';
import { enclosedVolume } from '@/core/solid/mesh';
import { transformPoint } from '@/core/space/matrix';
import { packagedTypeface } from '../support/fonts';

type Change = { channels?: Partial<Record<keyof Cascade['channels'], number>>; settings?: Partial<Cascade['settings']> };

/** A mark of words with cascades over frames 0 to 100, each of even pace, with nothing but what is said. */
function performing(text: string, changes: readonly Change[], recipe: (mark: Mark) => void = () => undefined): Production {
  return produce(emptyProduction('Performing', { width: 1920, height: 1080, rate: '25', length: 200 }), (draft) => {
    addWordmark(draft, text);
    const [mark] = draft.marks as [Mark];
    for (const { channels = {}, settings = {} } of changes) {
      const cascade = cascadeFrom(mark, 'typed', 'arrival', { from: 0, to: 100 });
      for (const [name, value] of Object.entries({ width: 0.4, ...channels }))
        Object.assign(cascade.channels, { [name]: at(value as number) });
      Object.assign(cascade.settings, { pace: PACES.even, hides: false, ...settings });
      addCascade(mark, cascade);
    }
    recipe(mark);
  });
}

/** What its parts are at a frame. */
async function partsAt(
  production: Production,
  frame: number,
  solids?: MarkSolids,
): Promise<readonly (readonly (PartState | null)[])[] | null> {
  const face = await packagedTypeface('archivo-black');
  const built = new Map(production.marks.map((mark) => [mark.id, solids ?? buildMark(mark, [face])]));
  return evaluate(production, frame / 25, (id) => built.get(id)?.bounds).marks[0]?.parts ?? null;
}
const across = (parts: readonly (PartState | null)[] | undefined) => parts?.map((part) => Math.round((part?.pose[12] ?? 0) * 1e9) / 1e9);

test('letters come one after another, each by its share', async () => {
  const production = performing('ABCDE', [{ channels: { x: 2 } }]);
  // The table of shares for five parts that take four tenths each, worked out by hand; what is left of 2 m.
  for (const [frame, shares] of [
    [25, [0.625, 0.25, 0, 0, 0]],
    [50, [1, 0.875, 0.5, 0.125, 0]],
    [75, [1, 1, 1, 0.75, 0.375]],
  ] as const) {
    const moved = across((await partsAt(production, frame))?.[0]) ?? [];
    shares.forEach((share, i) => expect(moved[i]).toBeCloseTo(2 * (1 - share), 9));
  }
  expect(await partsAt(production, 100)).toBeNull();
});

test('words, lines and what stands between them: spaces take no turn', async () => {
  const words = performing('AB CD\nEF', [{ channels: { x: 1, width: 0.01 }, settings: { of: 'words' } }]);
  // Three words: the second is there when half is over, the third at the end. Letters: A B space C D E F.
  expect(across((await partsAt(words, 75))?.[0])).toEqual([0, 0, 0, 0, 0, 1, 1]);
  const lines = performing('AB CD\nEF', [{ channels: { x: 1, width: 0.01 }, settings: { of: 'lines', order: 'backward' } }]);
  expect(across((await partsAt(lines, 50))?.[0])).toEqual([1, 1, 0, 1, 1, 0, 0]);
  const letters = performing('A B', [{ channels: { x: 1, width: 0.01 } }]);
  expect(across((await partsAt(letters, 99))?.[0])).toEqual([0, 0, 1]);
});

test('what has not begun is not there, and comes with its turn; gone, it is not there either', async () => {
  const hidden = performing('ABC', [{ channels: { width: 0.2 }, settings: { hides: true } }]);
  const seen = async (production: Production, frame: number) =>
    (await partsAt(production, frame))?.[0]?.map((part) => part?.on ?? true) ?? 'all';
  expect(await seen(hidden, 0)).toEqual([false, false, false]);
  expect(await seen(hidden, 45)).toEqual([true, true, false]);
  expect(await seen(hidden, 100)).toBe('all');
  const exit = performing('ABC', [{ channels: { width: 0.2 }, settings: { hides: true, way: 'exit' } }]);
  expect(await seen(exit, 0)).toBe('all');
  expect(await seen(exit, 55)).toEqual([false, true, true]);
});

test('several cascades add, turns about the own middle follow one another, opacities multiply', async () => {
  const all = { settings: {}, channels: { width: 1 } };
  const production = performing('AB', [
    { ...all, channels: { width: 1, x: 2, roll: 90, opacity: 0 } },
    { ...all, channels: { width: 1, y: 1, size: 3, opacity: 0.5 } },
  ]);
  const face = await packagedTypeface('archivo-black');
  const solids = buildMark(production.marks[0] as Mark, [face]);
  // Half way: 1 m across, half a metre up, 45 degrees, twice as large, half and three quarters there.
  const part = (await partsAt(production, 50, solids))?.[0]?.[0];
  const middle = solids.bounds?.parts?.[0]?.middle ?? [0, 0, 0];
  const [x, y] = transformPoint(part?.pose ?? [], middle);
  expect(x - middle[0]).toBeCloseTo(1, 9);
  expect(y - middle[1]).toBeCloseTo(0.5, 9);
  expect(part?.pose[0]).toBeCloseTo(2 * Math.SQRT1_2, 9);
  expect(part?.pose[1]).toBeCloseTo(2 * Math.SQRT1_2, 9);
  expect(part?.opacity).toBeCloseTo(0.375, 9);
});

test('other words keep all timing: the first begins and the last ends when they did', async () => {
  for (const text of ['A', 'SEA', 'LANTERN DEEP', 'ABYSS\nOF LIGHT']) {
    const production = performing(text, [{ channels: { x: 1, width: 0.3 } }]);
    const letters = [...text.replace('\n', '')];
    const moved = async (frame: number) => (across((await partsAt(production, frame))?.[0]) ?? []).filter((_, i) => letters[i] !== ' ');
    // Each takes three tenths of a hundred frames; the first one at once.
    expect(Math.min(...(await moved(3)))).toBeCloseTo(0.9, 9);
    if (letters.length > 1) expect(Math.max(...(await moved(70)))).toBeCloseTo(1, 9);
    if (letters.length > 1) expect(Math.max(...(await moved(97)))).toBeCloseTo(0.1, 9);
    expect(await moved(100)).toEqual([]);
  }
});

test('a longer production leaves arrivals where they are, and exits at its end; what is scaled grows with it', () => {
  const production = produce(performing('SEA', [{ channels: { x: 1 }, settings: { anchor: 'beginning' } }]), (draft) => {
    const [mark] = draft.marks as [Mark];
    addBackwards(draft, mark, mark.cascades[0]?.id ?? '');
    addCascade(mark, cascadeFrom(mark, 'grow', 'arrival', { from: 0, to: 199 }));
    (mark.cascades[2] as Cascade).settings.anchor = 'scaled';
  });
  const spans = (p: Production) => p.marks[0]?.cascades.map(cascadeSpan);
  expect(spans(production)).toEqual([
    { from: 0, to: 100 },
    { from: 99, to: 199 },
    { from: 0, to: 199 },
  ]);
  const longer = produce(production, (draft) => setLength(draft, 399));
  expect(spans(longer)).toEqual([
    { from: 0, to: 100 },
    { from: 298, to: 398 },
    { from: 0, to: 398 },
  ]);
  expect(spans(produce(longer, (draft) => setLength(draft, 200)))).toEqual(spans(production));
});

test('a mark is there from its first frame to its last, and its cascades keep to those', () => {
  const production = produce(performing('SEA', [{ channels: { x: 1 }, settings: { anchor: 'beginning' } }]), (draft) => {
    const [mark] = draft.marks as [Mark];
    addBackwards(draft, mark, mark.cascades[0]?.id ?? '');
    setMarkSpan(draft, mark, 20, 180);
  });
  const spans = (p: Production) => p.marks[0]?.cascades.map(cascadeSpan);
  expect(spans(production)).toEqual([
    { from: 20, to: 120 },
    { from: 80, to: 180 },
  ]);
  const seen = (frame: number) => evaluate(production, frame / 25, () => null).marks.length;
  expect([19, 20, 180, 181].map(seen)).toEqual([0, 1, 1, 0]);
  // It has an end of its own: that of the production is no matter of it.
  expect(spans(produce(production, (draft) => setLength(draft, 400)))).toEqual(spans(production));
});

test('played backwards an arrival goes through the same places in reverse', async () => {
  const production = produce(performing('SEA', [{ channels: { x: 1, tilt: 40 }, settings: { pace: PACES.settle } }]), (draft) => {
    const [mark] = draft.marks as [Mark];
    addBackwards(draft, mark, mark.cascades[0]?.id ?? '');
  });
  const poses = async (frame: number) => (await partsAt(production, frame))?.[0]?.flatMap((part) => part?.pose ?? []) ?? [];
  for (const away of [5, 30, 64]) {
    const back = await poses(199 - away);
    expect(back.length).toBeGreaterThan(16);
    (await poses(away)).forEach((v, i) => expect(back[i]).toBeCloseTo(v, 9));
  }
});

test('the front of a word and its outline behind come in each in their own way', async () => {
  const production = performing('SEA', [{ channels: { x: 1, width: 1 } }], (mark) => {
    const [front] = mark.shells as [Mark['shells'][0]];
    mark.shells.push({ ...structuredClone(front), id: 'outline', offset: 40 });
    (mark.cascades[0] as Cascade).settings.shellId = 'outline';
  });
  const parts = await partsAt(production, 50);
  expect(across(parts?.[0])).toEqual([]);
  expect(across(parts?.[1])).toEqual([0.5, 0.5, 0.5]);
  const inTurn = performing('SEA', [{ channels: { x: 1, width: 0.01 }, settings: { of: 'shells' } }], (mark) => {
    mark.shells.push({ ...structuredClone(mark.shells[0] as Mark['shells'][0]), id: 'outline', offset: 40 });
  });
  expect((await partsAt(inTurn, 50))?.map(across)).toEqual([
    [0, 0, 0],
    [1, 1, 1],
  ]);
});

test('letters that stand united where they rest are apart while they move, and united again after it', async () => {
  const face = await packagedTypeface('archivo-black');
  const tight = (mark: Mark) => {
    if (mark.body.kind === 'words') mark.body.tracking = -200;
  };
  const production = performing('ooo', [{ channels: { y: 1 } }], tight);
  const [mark] = production.marks as [Mark];
  expect(solidsKey(mark)).not.toBe(solidsKey(performing('ooo', [], tight).marks[0] as Mark));
  const solids = buildMark(mark, [face]);
  const standing = (frame: number) => {
    const state = evaluate(production, frame / 25, () => solids.bounds).marks[0];
    return state ? solids.pieces.filter((piece) => isStanding(piece, state)) : [];
  };
  expect(standing(40).map(({ parts }) => parts)).toEqual([[0], [1], [2]]);
  expect(standing(120).map(({ parts }) => parts)).toEqual([[0, 1, 2]]);
  const volume = (frame: number) => standing(frame).reduce((sum, { mesh }) => sum + enclosedVolume(mesh.topology), 0);
  expect(volume(120)).toBeLessThan(0.995 * volume(40));
});

test('letters on a ring rise along their own uprights and come from before their own faces', async () => {
  const production = performing('ABCDEFGH', [{ channels: { z: 1, width: 1 } }], (mark) => {
    if (mark.body.kind === 'words') Object.assign(mark.body.setting, { along: 'ring', radius: 1.2 });
  });
  const face = await packagedTypeface('archivo-black');
  const solids = buildMark(production.marks[0] as Mark, [face]);
  const parts = (await partsAt(production, 50, solids))?.[0];
  solids.bounds?.parts?.forEach(({ middle }, i) => {
    const [x, , z] = transformPoint(parts?.[i]?.pose ?? [], middle);
    // Out of the ring, half a metre further from its middle.
    expect(Math.hypot(x, z)).toBeCloseTo(Math.hypot(middle[0], middle[2]) + 0.5, 6);
  });
});

test('told by the frame, a letter comes from one frame’s width away, wherever the camera looks from', async () => {
  for (const azimuth of [0, 50]) {
    const production = produce(performing('I', [{ channels: { frameX: 1, width: 1 } }]), (draft) => {
      const orbit = draft.cameras[0]?.carriers[0];
      if (orbit?.kind === 'orbit') orbit.channels.azimuth.rest = azimuth;
    });
    const face = await packagedTypeface('archivo-black');
    const solids = buildMark(production.marks[0] as Mark, [face]);
    const { camera, marks } = evaluate(production, 0, () => solids.bounds);
    const middle = solids.bounds?.parts?.[0]?.middle ?? [0, 0, 0];
    const seen = (point: readonly number[]) => {
      const [x, y, z] = [0, 1, 2].map((k) => (point[k] as number) - (camera.pose[12 + k] as number)) as [number, number, number];
      const along = (from: number) => [0, 1, 2].reduce((sum, k) => sum + (camera.pose[from + k] as number) * ([x, y, z][k] as number), 0);
      return (along(0) / -along(8)) * (camera.focalLengthMm / camera.sensorWidthMm);
    };
    const moved = transformPoint(marks[0]?.parts?.[0]?.[0]?.pose ?? [], middle);
    expect(seen(moved) - seen(middle)).toBeCloseTo(1, 6);
  }
});

test('copies of a mark take their turn', async () => {
  const production = produce(emptyProduction('Copies', { width: 1920, height: 1080, rate: '25', length: 200 }), (draft) => {
    addForm(draft, 'disc');
    const [mark] = draft.marks as [Mark];
    Object.assign(mark.pattern, { kind: 'row', count: 3 });
    const cascade = cascadeFrom(mark, 'grow', 'arrival', { from: 0, to: 100 });
    Object.assign(cascade.settings, { of: 'copies', pace: PACES.even });
    cascade.channels.width = at(0.01);
    addCascade(mark, cascade);
  });
  const solids = buildMark(production.marks[0] as Mark, []);
  const states = (frame: number) =>
    evaluate(production, frame / 25, () => solids.bounds).marks[0]?.copyStates?.map((copy) => copy?.on ?? true);
  expect(states(55)).toEqual([true, true, false]);
  expect(states(100)).toBeUndefined();
});

test('a flicker is the same each time, and over when the letter is there', async () => {
  const production = performing('ABCDEFGHIJ', [{ channels: { flicker: 0.5, width: 1 } }]);
  const on = async (frame: number) => (await partsAt(production, frame))?.[0]?.map((part) => part?.on ?? true);
  const half = await on(2);
  expect(half).toEqual(await on(2));
  expect(half).toContain(true);
  expect(half).toContain(false);
  expect(await on(100)).toBeUndefined();
});

test('the lane of a cascade shows when each letter takes its turn', async () => {
  const production = performing('ABCDE', [{ channels: { x: 1 } }]);
  const [mark] = production.marks as [Mark];
  const { bounds } = buildMark(mark, [await packagedTypeface('archivo-black')]);
  const spans = bounds ? turnSpans(mark, mark.cascades[0] as Cascade, bounds) : [];
  // Each takes forty frames, and begins a quarter of the sixty that are left after the one before it.
  expect(spans.map(({ from, to }) => [Math.round(from), Math.round(to)])).toEqual([
    [0, 40],
    [15, 55],
    [30, 70],
    [45, 85],
    [60, 100],
  ]);
});

test('a value of a cascade may go by which of the parts it is', async () => {
  const production = performing('ABCDE', [{ channels: { width: 1 } }], (mark) => {
    const { channels } = mark.cascades[0] as Cascade;
    channels.y = { rest: 0, keys: [], link: { formula: 'if(index > 2, 1, index / 4)', refs: [] } };
    channels.progress = at(0.5);
  });
  const [parts] = (await partsAt(production, 0)) ?? [];
  expect(parts?.map((part) => part?.pose[13] ?? 0)).toEqual([0, 0.125, 0.25, 0.5, 0.5].map((v) => expect.closeTo(v, 9) as unknown));
});
