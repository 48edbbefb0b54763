import { z } from 'zod';
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

/** What keeps words from being read in a frame, the first of these; null where nothing does. */
function hindrance(reading: WordReading, needs: ReadSettings): string | null {
  if (reading.there < needs.there) return 'not all of it is in the frame and in place';
  if (reading.height < needs.height) return `its letters are ${(100 * reading.height).toFixed(1)} % of the frame high`;
  if (reading.turnedDeg > needs.turnedDeg) return `it is turned ${Math.round(reading.turnedDeg)}° away`;
  if (reading.blur > needs.blur) return `it is blurred by ${Math.round(100 * reading.blur)} % of a stroke`;
  if (reading.contrast === null) return 'it is hidden';
  return reading.contrast < needs.contrast ? `its contrast is ${reading.contrast.toFixed(1)} : 1` : null;
}

const wordsIn = (text: string): number => text.trim().split(/\s+/u).filter(Boolean).length;

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
  const needed = needs.toFind + count / needs.wordsPerSecond;
  const hindrances = readings.map((reading) => (reading ? hindrance(reading, needs) : 'it is not there'));
  const step = frames.length > 1 ? (frames[1] as number) - (frames[0] as number) : 1;
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
function nearMisses(hindrances: readonly (string | null)[], frames: readonly number[], step: number): Finding[] {
  const free = frames.filter((_, i) => hindrances[i] === null);
  if (free.length > 0) return spansOf(free, 'it can be read here', step);
  const seen = hindrances.findIndex((why) => why !== 'it is not there');
  return seen < 0 ? [] : [{ from: frames[seen] as number, to: frames[seen] as number, words: hindrances[seen] as string }];
}

/** What would help most: the hindrance of most frames in which the words are there. */
function adviceFor(hindrances: readonly (string | null)[], isSeen: boolean): string {
  const counts = new Map<string, number>();
  for (const why of hindrances) {
    if (why === null || why === 'it is not there') continue;
    const kind = why.replace(/[\d.]+/g, '…');
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  if (isSeen) return 'Let it stand longer.';
  if (!most) return 'It is never there.';
  const [kind] = most;
  if (kind.startsWith('its letters')) return 'Bring it nearer, or make it larger.';
  if (kind.startsWith('it is turned')) return 'Let it face the lens for a while.';
  if (kind.startsWith('it is blurred')) return 'Let camera and focus rest on it for a while.';
  if (kind.startsWith('its contrast') || kind.startsWith('it is hidden'))
    return 'Part it from what is behind it: by light, by colour, or by what stands there.';
  return 'Let all of it be in the frame for a while.';
}

/** Share of the frame's sides that graphics keep clear of (EBU R 95: 5 % at each side for 16:9). */
export const GRAPHICS_SAFE = 0.05;

/** Whether words that can be read keep within the part of the frame that is safe for graphics. */
export function checkSafeArea(words: readonly WordsOverTime[], frames: readonly number[], needs: ReadSettings): Verdict {
  const findings: Finding[] = [];
  let least = 0.5;
  for (const { name, readings } of words) {
    const outside = frames.filter((_, i) => {
      const reading = readings[i];
      if (!reading || hindrance(reading, needs) !== null) return false;
      const [left, top, right, bottom] = reading.box;
      const margin = Math.min(left, top, 1 - right, 1 - bottom);
      least = Math.min(least, margin);
      return margin < GRAPHICS_SAFE;
    });
    findings.push(...spansOf(outside, `“${name}” reaches out of it`));
  }
  return {
    check: 'safe',
    label: 'Safe area',
    state: findings.length > 0 ? 'fails' : 'passes',
    figure:
      least === 0.5
        ? 'no words are read'
        : `what is read keeps ${(100 * Math.max(0, least)).toFixed(1)} % off the edges; ${100 * GRAPHICS_SAFE} % is asked (EBU R 95)`,
    findings: findings.sort((a, b) => a.from - b.from),
    advice: findings.length > 0 ? 'Move the camera back, or the words in, while they are read.' : '',
    chart: null,
  };
}
