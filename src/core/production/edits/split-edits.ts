import { baselineRadius } from '../../outline/setting';
import { withShift } from '../../motion/edit-channel';
import type { PartPlace } from '../../outline/part-seat';
import type { Letter } from '../../outline/text-layout';
import { cutText } from '../../schema/text';
import { degrees } from '../../space/angle';
import { anglesOf, invertRigid, multiply, transformPoint, type Mat4 } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import type { Mark } from '../mark';
import { hueFor, type Production } from '../production';
import type { Surface } from '../surface';
import { MAX_TEXT, type Run, type Words } from '../words';
import { retarget } from './references';
import { freshId } from './fresh-id';
import { changeRange, runsWithin, styleAt, tidy, type LooseRun, type RunStyle } from './run-edits';
import { shiftBody } from './shift-body';
import { plainCopy } from '../../schema/plain-copy';

export type SplitBy = 'word' | 'letter' | 'line';

interface Part {
  from: number;
  to: number;
  /** What stood between it and the part before. */
  before: string;
}

const PARTS: Record<SplitBy, RegExp> = { word: /\S+/gu, line: /[^\n]+/gu, letter: /\S/gu };

/** Stretches of a text that become marks; letters are taken as the shaper joins them. */
function partsOf(text: string, by: SplitBy, letters: readonly Letter[]): Part[] {
  const stretches =
    by === 'letter'
      ? letters.filter(({ from, to }) => text.slice(from, to).trim() !== '').map(({ from, to }) => ({ from, to }))
      : [...text.matchAll(PARTS[by])].map((m) => ({ from: m.index, to: m.index + m[0].length }));
  let last = 0;
  return stretches
    .sort((a, b) => a.from - b.from)
    .map(({ from, to }) => {
      const part = { from, to, before: text.slice(last, from) };
      last = to;
      return part;
    });
}

/** Box of the letters of a stretch as they stand before runs are moved: pen's start, pen's end, last baseline. */
function standOf(letters: readonly Letter[], from: number, to: number) {
  const own = letters.filter((letter) => letter.from >= from && letter.to <= to && letter.to > letter.from);
  const first = own[0];
  if (!first) return null;
  return { x0: Math.min(...own.map((l) => l.x)), x1: Math.max(...own.map((l) => l.x + l.width)), baseline: first.baseline };
}

/**
 * Makes each word, letter or line of a wordmark a mark of its own. Nothing jumps, at any frame: each part turns about the pivot of the
 * whole until it is given another. Returns the ids of the parts; none when there is only one.
 * @param letters where the letters stand now
 * @param pivot what the whole turns about, in its own frame
 */
export function splitWords(draft: Production, id: string, by: SplitBy, letters: readonly Letter[], pivot: Vec3): string[] {
  const index = draft.marks.findIndex((mark) => mark.id === id);
  const whole = draft.marks[index];
  if (whole?.body.kind !== 'words') return [];
  const words = whole.body;
  const parts = partsOf(words.text, by, letters);
  if (parts.length < 2) return [];
  const taken = [...draft.marks];
  const made = parts.flatMap(({ from, to, before }, i): Mark[] => {
    const stand = standOf(letters, from, to);
    if (!stand) return [];
    const part = plainCopy(whole);
    part.id = freshId(taken, 'mark');
    part.name = cutText(words.text.slice(from, to), 80);
    part.hue = hueFor(index + i);
    const body: Words = {
      ...words,
      text: words.text.slice(from, to),
      runs: runsWithin(words.runs, from, to),
      alignment: 'centre',
      before: i === 0 ? words.before : before,
    };
    const middle = (stand.x0 + stand.x1) / 2;
    const up = stand.baseline + words.size / 2;
    if (words.setting.along === 'line') shiftBody(part, pivot, [middle, up]);
    else {
      // It stays on the same ring or arc and only starts further on. Lines over one another differ in their radius.
      const setting = { ...words.setting };
      setting.start += degrees(middle / baselineRadius(setting, stand.baseline));
      const level = baselineRadius(setting, up) === setting.radius;
      if (level) shiftBody(part, pivot, [0, up]);
      else setting.radius = Math.max(0.05, baselineRadius(setting, up));
      body.setting = setting;
    }
    part.body = body;
    taken.push(part);
    return [part];
  });
  draft.marks.splice(index, 1, ...made);
  retarget(draft, 'marks', (markId) => (markId === id ? (made[0]?.id ?? null) : markId));
  return made.map((mark) => mark.id);
}

/** What of a mark is gathered: its words, and what they are made of. */
export type GatheredMark = Pick<Mark, 'shells'> & { body: Words };

const looksOf = ({ shells }: GatheredMark): Surface => (shells[0] as Mark['shells'][number]).surfaces.face;
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** What the letters of a mark need of their own to look among those of another as they did. */
function keptOf(mark: GatheredMark, first: GatheredMark): (style: RunStyle) => RunStyle {
  const { font, size } = mark.body;
  const ratio = size / first.body.size;
  const surface = same(looksOf(mark), looksOf(first)) ? undefined : plainCopy(looksOf(mark));
  return (style) => ({
    ...style,
    size: style.size * ratio,
    rise: style.rise * ratio,
    ...(style.font || same(font, first.body.font) ? {} : { font }),
    ...(style.surface || !surface ? {} : { surface }),
  });
}

/** The words of several marks put together to one text, as the first one sets them; each keeps its size, font, colour and material. */
export function joinedWords(marks: readonly GatheredMark[]): { words: Words; starts: number[] } | null {
  const [first] = marks;
  if (!first) return null;
  let text = '';
  const starts: number[] = [];
  const runs: LooseRun[] = [];
  marks.forEach((mark, i) => {
    const { body } = mark;
    // Marks that never were one line are put together with a space.
    if (i > 0) text += body.before ?? ' ';
    const start = text.length;
    starts.push(start);
    for (const run of changeRange(body.runs, 0, body.text.length, keptOf(mark, first)))
      runs.push({ ...run, from: run.from + start, to: run.to + start });
    text += body.text;
  });
  return text.length > MAX_TEXT ? null : { words: { ...first.body, text, runs: tidy(runs) }, starts };
}

export interface GatherInput {
  /** Marks to be gathered, first the one that stays. */
  ids: readonly string[];
  /** Poses of those marks at the playhead, and where their letters stand. */
  poses: readonly Mat4[];
  letters: readonly (readonly Letter[])[];
  /** The joined text as it would stand by itself. */
  joined: readonly Letter[];
}

type Stand = NonNullable<ReturnType<typeof standOf>>;

/** Words that are gathered: what they were, and how they stand. */
interface Gathered {
  body: Words;
  /** Index of their first letter in the joined text. */
  start: number;
  /** As the first mark sees them. */
  relative: Mat4;
  /** Where some of their letters stand now, and where the line would put them; by index in the joined text. */
  here: (from: number, to: number) => Stand | null;
  inLine: (from: number, to: number) => Stand | null;
}

const NEAR = 1e-4;

const middleOf = ({ x0, x1 }: Stand) => (x0 + x1) / 2;
const whole = ({ start, body }: Gathered) => [start, start + body.text.length] as const;

/** How far the first mark's own words move when the line is set anew about its middle. */
function shiftOfFirst(own: Gathered): readonly [number, number] {
  const [here, inLine] = [own.here(...whole(own)), own.inLine(...whole(own))];
  return here && inLine ? [middleOf(inLine) - middleOf(here), inLine.baseline - here.baseline] : [0, 0];
}

/** Where some letters stand beside where the line would put them, as the first mark sees it. */
function placeBeside(
  { relative, ...stands }: Gathered,
  [from, to]: readonly [number, number],
  capital: number,
  [dx, dy]: readonly [number, number],
): PartPlace | null {
  const [here, inLine] = [stands.here(from, to), stands.inLine(from, to)];
  if (!here || !inLine) return null;
  const [x, y, z] = transformPoint(relative, [middleOf(here), here.baseline + capital / 2, 0]);
  const { panDeg, tiltDeg, rollDeg } = anglesOf(relative);
  const place = { x: x + dx - middleOf(inLine), y: y + dy - (inLine.baseline + capital / 2), z, pan: panDeg, tilt: tiltDeg, roll: rollDeg };
  return Object.values(place).some((v) => Math.abs(v) >= NEAR) ? place : null;
}

/** The runs within a stretch of text, and what lies between them as runs of its own. */
function stretchesOf(runs: readonly Run[], [start, end]: readonly [number, number]): LooseRun[] {
  const inside = runs.filter((run) => run.from >= start && run.to <= end);
  const between = [...inside, { from: end }].flatMap(({ from }, i): LooseRun[] => {
    const after = inside[i - 1]?.to ?? start;
    return from > after ? [{ ...styleAt([], 0), from: after, to: from }] : [];
  });
  return [...inside, ...between];
}

/** Runs of gathered words: those they had, each where it stands. */
function runsOf(gathered: Gathered, words: Words, shift: readonly [number, number]): LooseRun[] {
  return stretchesOf(words.runs, whole(gathered)).map((run) => {
    const place = placeBeside(gathered, [run.from, run.to], words.size * run.size, shift);
    if (!place) return run;
    const channels = { ...run.channels };
    for (const name of Object.keys(place) as (keyof PartPlace)[]) channels[name] = withShift(channels[name], place[name]);
    return { ...run, channels };
  });
}

/** Along a ring or an arc the first words say where the line begins. */
function startAlong({ setting }: Words, own: Gathered): Words['setting'] {
  const stand = own.inLine(...whole(own));
  const middle = stand ? middleOf(stand) : 0;
  return { ...setting, start: setting.start - degrees(middle / baselineRadius(setting, stand?.baseline ?? 0)) };
}

/** The frame of a mark moved within itself, turning about what it turned about before. */
function moveWithin(mark: Mark, [dx, dy]: readonly [number, number]): void {
  const { x, y, z } = mark.pivotPoint;
  shiftBody(mark, mark.pivot === 'point' ? [x, y, z] : [0, 0, 0], [-dx, -dy]);
  if (Math.hypot(mark.pivotPoint.x, mark.pivotPoint.y) < NEAR) mark.pivot = 'middle';
}

/**
 * Gathers wordmarks to one: the first one's shells and moves hold for all; each keeps its size, font, colour and material. Parts that stand
 * elsewhere than the line would put them keep their place as runs of their own, as they stand at the playhead. Returns whether it was done.
 */
export function gatherWords(draft: Production, { ids, poses, letters, joined }: GatherInput): boolean {
  const marks = ids.map((id) => draft.marks.find((mark) => mark.id === id));
  const [first] = marks;
  if (!first || ids.length < 2 || !marks.every(isWordmark)) return false;
  const put = joinedWords(marks);
  if (!put) return false;
  const { words, starts } = put;
  const home = invertRigid(poses[0] as Mat4);
  const parts = marks.map(({ body }, i): Gathered => {
    const start = starts[i] as number;
    return {
      body,
      start,
      relative: multiply(home, poses[i] as Mat4),
      here: (from, to) => standOf(letters[i] ?? [], from - start, to - start),
      inLine: (from, to) => standOf(joined, from, to),
    };
  });
  const own = parts[0] as Gathered;
  if (words.setting.along === 'line') {
    const shift = shiftOfFirst(own);
    words.runs = tidy(parts.flatMap((part) => runsOf(part, words, shift)));
    moveWithin(first, shift);
  } else {
    words.setting = startAlong(words, own);
    words.runs = tidy(words.runs);
  }
  takeWords(first, words);
  const gone = new Set(ids.slice(1));
  draft.marks = draft.marks.filter((mark) => !gone.has(mark.id));
  retarget(draft, 'marks', (markId) => (gone.has(markId) ? first.id : markId));
  return true;
}

const isWordmark = (mark: Mark | undefined): mark is Mark & GatheredMark => mark?.body.kind === 'words';

/** Gives a mark other words; one that is named after its words follows them. */
function takeWords(mark: Mark, words: Words): void {
  const isNamedAfter = mark.body.kind === 'words' && mark.name === cutText(mark.body.text, 80);
  mark.body = words;
  if (isNamedAfter) mark.name = cutText(words.text.split('\n')[0] ?? '', 80) || mark.name;
}
