import { baselineRadius } from '../../outline/setting';
import type { Letter } from '../../outline/text-layout';
import { anglesOf, invertRigid, multiply, positionOf, type Mat4 } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import type { Mark } from '../mark';
import { hueFor, type Production } from '../production';
import { MAX_TEXT, runSchema, type Run, type Words } from '../words';
import { retargetCameras } from './camera-targets';
import { freshId } from './fresh-id';
import { runsWithin } from './run-edits';
import { shiftBody } from './shift-body';

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
 * whole until it is given
 * another. Returns the ids of the parts; none when there is only one.
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
    const part = JSON.parse(JSON.stringify(whole)) as Mark;
    part.id = freshId(taken, 'mark');
    part.name = words.text.slice(from, to).slice(0, 80);
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
      setting.start += ((middle / baselineRadius(setting, stand.baseline)) * 180) / Math.PI;
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
  retargetCameras(draft, (markId) => (markId === id ? (made[0]?.id ?? null) : markId));
  return made.map((mark) => mark.id);
}

/** The words of several marks put together to one text, as the first one sets them. */
export function joinedWords(bodies: readonly Words[]): { words: Words; starts: number[] } | null {
  const [first] = bodies;
  if (!first) return null;
  let text = '';
  const starts: number[] = [];
  const runs: Run[] = [];
  bodies.forEach((body, i) => {
    // Marks that never were one line are put together with a space.
    if (i > 0) text += body.before;
    starts.push(text.length);
    for (const run of body.runs) runs.push({ ...run, from: run.from + text.length, to: run.to + text.length });
    text += body.text;
  });
  return text.length > MAX_TEXT ? null : { words: { ...first, text, runs }, starts };
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

const NEAR = 1e-4;

/**
 * Gathers wordmarks to one: the first one's shells, fonts and moves hold for all. Parts that stand elsewhere than the line would put them
 * keep their place as
 * runs of their own, as they stand at the playhead. Returns whether it was done.
 */
export function gatherWords(draft: Production, { ids, poses, letters, joined }: GatherInput): boolean {
  const marks = ids.map((id) => draft.marks.find((mark) => mark.id === id));
  const bodies = marks.map((mark) => mark?.body);
  if (ids.length < 2 || !bodies.every((body): body is Words => body?.kind === 'words')) return false;
  const [first] = marks as [Mark, ...Mark[]];
  const put = joinedWords(bodies);
  if (!put || first.body.kind !== 'words') return false;
  const { words, starts } = put;
  const all = bodies.map((body, i) => standOf(joined, starts[i] as number, (starts[i] as number) + body.text.length));
  const own = bodies.map((body, i) => standOf(letters[i] ?? [], 0, body.text.length));
  if (words.setting.along !== 'line') {
    // Along a ring the first part says where the line begins.
    const middle = all[0] ? (all[0].x0 + all[0].x1) / 2 : 0;
    words.setting = {
      ...words.setting,
      start: words.setting.start - ((middle / baselineRadius(words.setting, all[0]?.baseline ?? 0)) * 180) / Math.PI,
    };
  } else {
    const home = invertRigid(poses[0] as Mat4);
    const here =
      all[0] && own[0]
        ? ([(all[0].x0 + all[0].x1 - own[0].x0 - own[0].x1) / 2, all[0].baseline - own[0].baseline] as const)
        : ([0, 0] as const);
    words.runs = bodies.flatMap((body, i) => {
      const [joint, stand] = [all[i], own[i]];
      const start = starts[i] as number;
      const inside = words.runs.filter((run) => run.from >= start && run.to <= start + body.text.length);
      if (!joint || !stand) return inside;
      const relative = multiply(home, poses[i] as Mat4);
      const [px, py, pz] = positionOf(relative);
      const { panDeg, tiltDeg, rollDeg } = anglesOf(relative);
      // Where the middle of this part is now, as the first part sees it, against where the line would put it.
      const cx = (stand.x0 + stand.x1) / 2;
      const cy = stand.baseline + words.size / 2;
      const at = [0, 1, 2].map((k) => (relative[k] as number) * cx + (relative[4 + k] as number) * cy) as [number, number, number];
      const shift = {
        x: at[0] + px + here[0] - (joint.x0 + joint.x1) / 2,
        y: at[1] + py + here[1] - (joint.baseline + words.size / 2),
        z: at[2] + pz,
        pan: panDeg,
        tilt: tiltDeg,
        roll: rollDeg,
      };
      if (Object.values(shift).every((v) => Math.abs(v) < NEAR)) return inside;
      const base =
        inside.length === 1 && inside[0]?.from === start && inside[0].to === start + body.text.length
          ? inside[0]
          : runSchema.parse({ from: start, to: start + body.text.length });
      return [{ ...base, ...shift }];
    });
    shiftBody(first, first.pivot === 'point' ? [first.pivotPoint.x, first.pivotPoint.y, first.pivotPoint.z] : [0, 0, 0], [
      -here[0],
      -here[1],
    ]);
    if (Math.hypot(first.pivotPoint.x, first.pivotPoint.y) < NEAR) first.pivot = 'middle';
  }
  const named = first.name === first.body.text.slice(0, 80);
  first.body = words;
  if (named) first.name = words.text.split('\n')[0]?.slice(0, 80) || first.name;
  const gone = new Set(ids.slice(1));
  draft.marks = draft.marks.filter((mark) => !gone.has(mark.id));
  retargetCameras(draft, (markId) => (gone.has(markId) ? first.id : markId));
  return true;
}
