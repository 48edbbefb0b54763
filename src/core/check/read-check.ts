import { z } from 'zod';
import { TITLE_SAFE } from '../frame/safe-fit';
import { numberField } from '../schema/fields';
import type { WordReading } from './mark-reading';
import { spansOf, type Finding, type Verdict } from './verdict';

/** What words need to be read: common practice, open to be set otherwise. */
export const readSettingsSchema = z.object({
  wordsPerSecond: numberField({ label: 'Words read', unit: '/s', min: 0.5, max: 10, rest: 3, step: 0.5, digits: 1 }),
  toFind: numberField({ label: 'Time to find them', unit: 's', min: 0, max: 5, rest: 0.5, step: 0.1, digits: 1 }),
  height: numberField({ label: 'Least height', unit: '% of frame', min: 0.005, max: 0.5, rest: 0.025, step: 0.005, digits: 1, shown: 100 }),
  turnedDeg: numberField({ label: 'Turned at most', unit: '°', min: 5, max: 85, rest: 55, step: 5, digits: 0 }),
  blur: numberField({ label: 'Blur at most', unit: '% of a stroke', min: 0.05, max: 3, rest: 0.75, step: 0.05, digits: 0, shown: 100 }),
  contrast: numberField({ label: 'Least contrast', unit: ': 1', min: 1, max: 21, rest: 3, step: 0.5, digits: 1 }),
  there: numberField({ label: 'In the frame', unit: '% of letters', min: 0.3, max: 1, rest: 0.95, step: 0.05, digits: 0, shown: 100 }),
});
export type ReadSettings = z.infer<typeof readSettingsSchema>;

/** What keeps words from being read in a frame, and what would help. */
interface Hindrance {
  words: string;
  advice: string;
}

const PART_IT = 'Part it from what is behind it: by light, by colour, or by what stands there.';

/** What each need is missed by, in the order in which they are told; null where one is met. */
const HINDRANCES: readonly { advice: string; missed(reading: WordReading, needs: ReadSettings): string | null }[] = [
  {
    advice: 'Let all of it be in the frame for a while.',
    missed: ({ there }, needs) => (there < needs.there ? 'not all of it is in the frame and in place' : null),
  },
  {
    advice: 'Bring it nearer, or make it larger.',
    missed: ({ height }, needs) => (height < needs.height ? `its letters are ${(100 * height).toFixed(1)} % of the frame high` : null),
  },
  {
    advice: 'Let it face the lens for a while.',
    missed: ({ turnedDeg }, needs) => (turnedDeg > needs.turnedDeg ? `it is turned ${Math.round(turnedDeg)}° away` : null),
  },
  {
    advice: 'Let camera and focus rest on it for a while.',
    missed: ({ blur }, needs) => (blur > needs.blur ? `it is blurred by ${Math.round(100 * blur)} % of a stroke` : null),
  },
  { advice: PART_IT, missed: ({ contrast }) => (contrast === null ? 'it is hidden' : null) },
  {
    advice: PART_IT,
    missed: ({ contrast }, needs) => (contrast !== null && contrast < needs.contrast ? `its contrast is ${contrast.toFixed(1)} : 1` : null),
  },
];

/** What keeps words from being read in a frame, the first there is; null where nothing does. */
function hindrance(reading: WordReading, needs: ReadSettings): Hindrance | null {
  for (const { advice, missed } of HINDRANCES) {
    const words = missed(reading, needs);
    if (words) return { words, advice };
  }
  return null;
}

/** Words that are not in a frame at all. */
const NOT_THERE: Hindrance = { words: 'it is not there', advice: 'It is never there.' };

const wordsIn = (text: string): number => text.trim().split(/\s+/u).filter(Boolean).length;

/** How long some words have to stand, seconds. */
const secondsNeeded = (text: string, needs: ReadSettings): number => needs.toFind + wordsIn(text) / needs.wordsPerSecond;

/** From one of the frames that were looked at to the next. */
const stepOf = (frames: readonly number[]): number => (frames.length > 1 ? (frames[1] as number) - (frames[0] as number) : 1);

/** Words of one mark in the frames of a production. */
export interface WordsOverTime {
  markId: string;
  name: string;
  text: string;
  /** In the order of frames; null where they are not there. */
  readings: readonly (WordReading | null)[];
}

/** How many frames the longest stretch has in which nothing is in the way. */
function longestStretch(isFree: readonly boolean[]): number {
  let [best, now] = [0, 0];
  for (const free of isFree) {
    now = free ? now + 1 : 0;
    best = Math.max(best, now);
  }
  return best;
}

/** Whether some words can be read for as long as they need. @param rate frames a second */
export function checkWords(
  { markId, name, text, readings }: WordsOverTime,
  frames: readonly number[],
  rate: number,
  needs: ReadSettings,
): Verdict {
  const count = wordsIn(text);
  const needing = count === 1 ? '1 word needs' : `${count} words need`;
  const needed = secondsNeeded(text, needs);
  const hindrances = readings.map((reading) => (reading ? hindrance(reading, needs) : NOT_THERE));
  const step = stepOf(frames);
  const length = longestStretch(hindrances.map((why) => why === null));
  const seconds = (length * step) / rate;
  const isRead = seconds >= needed;
  return {
    check: `read ${markId}`,
    label: `Read: ${name}`,
    state: isRead ? 'passes' : 'fails',
    figure: `can be read for ${seconds.toFixed(2)} s at a stretch; ${needing} ${needed.toFixed(2)} s`,
    findings: isRead ? [] : nearMisses(hindrances, frames, step),
    advice: isRead ? '' : adviceFor(hindrances, length > 0),
    chart: {
      label: 'height of its letters, % of the frame',
      frames,
      values: readings.map((reading) => 100 * (reading?.height ?? 0)),
      limit: { value: 100 * needs.height, isLeast: true },
    },
  };
}

/** Where words can be read though not for long enough; or what is in their way where they never can. */
function nearMisses(hindrances: readonly (Hindrance | null)[], frames: readonly number[], step: number): Finding[] {
  const free = frames.filter((_, i) => hindrances[i] === null);
  if (free.length > 0) return spansOf(free, 'it can be read here', step);
  const seen = hindrances.findIndex((why) => why !== NOT_THERE);
  const at = frames[seen];
  return at === undefined ? [] : [{ from: at, to: at, words: hindrances[seen]?.words ?? '' }];
}

/** What would help most: in most of the frames in which the words are there. */
function adviceFor(hindrances: readonly (Hindrance | null)[], isSeen: boolean): string {
  if (isSeen) return 'Let it stand longer.';
  const counts = new Map<string, number>();
  for (const why of hindrances) if (why && why !== NOT_THERE) counts.set(why.advice, (counts.get(why.advice) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return most ? most[0] : NOT_THERE.advice;
}

/** Share of the frame at each side that titles keep clear of. */
const CLEAR = (1 - TITLE_SAFE) / 2;

/** How far words keep off the edges of the frame where they can be read; null where they cannot. */
const marginRead = (reading: WordReading | null, needs: ReadSettings): number | null => {
  if (!reading || hindrance(reading, needs) !== null) return null;
  const [left, top, right, bottom] = reading.box;
  return Math.min(left, top, 1 - right, 1 - bottom);
};

/**
 * Whether words can be read within the part of the frame that is safe for graphics. Those that can for as long as they need may be seen
 * beyond it on their way there or from there: that is told.
 * @param rate frames a second
 */
export function checkSafeArea(words: readonly WordsOverTime[], frames: readonly number[], rate: number, needs: ReadSettings): Verdict {
  const step = stepOf(frames);
  const findings: Finding[] = [];
  let least = 0.5;
  let isReadWithin = true;
  for (const { name, text, readings } of words) {
    const margins = readings.map((reading) => marginRead(reading, needs));
    least = Math.min(least, ...margins.map((margin) => margin ?? least));
    const outside = frames.filter((_, i) => (margins[i] ?? CLEAR) < CLEAR);
    if (outside.length === 0) continue;
    findings.push(...spansOf(outside, `“${name}” reaches out of it`, step));
    const within = longestStretch(margins.map((margin) => margin !== null && margin >= CLEAR));
    isReadWithin &&= (within * step) / rate >= secondsNeeded(text, needs);
  }
  const share = (100 * Math.max(0, least)).toFixed(1);
  const kept = `what is read keeps ${share} % off the edges; ${Math.round(100 * CLEAR)} % is asked (EBU R 95)`;
  const state = findings.length === 0 ? 'passes' : isReadWithin ? 'told' : 'fails';
  return {
    check: 'safe',
    label: 'Safe area',
    state,
    figure: least === 0.5 ? 'no words are read' : state === 'told' ? `${kept}, and kept for as long as reading needs` : kept,
    findings: findings.sort((a, b) => a.from - b.from),
    advice: state === 'fails' ? 'Move the camera back, or the words in, while they are read.' : '',
    chart: null,
  };
}
