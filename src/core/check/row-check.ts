import type { BoundsOf } from '../frame/frame-state';
import type { SolidProbe } from '../frame/solid-probe';
import type { Production } from '../production/production';
import { framesPerSecond } from '../time/rate';
import { checkSafeArea, checkWords, type ReadSettings, type WordsOverTime } from './read-check';
import type { Verdict } from './verdict';
import { wordsAt, wordsToRead } from './words-at';

/** Frames that are looked at, at most: what is read for less than a few of them is not read. */
const MOST = 400;
/** Contrast of words of which no picture was looked at: the largest there is. */
const UNKNOWN = 21;

/** What of a version has to be seen to tell whether it can be read: words whose characters no font has, and their contrast. */
export interface SeenOfRow {
  /** Characters that no font of a mark has. */
  missingIn(markId: string): readonly string[];
  /** Contrast of a mark's words in the picture that stands for the version; null where they are not seen in it. */
  contrastOf(markId: string): number | null;
}

/** Frames of a production that are looked at for its words. */
export function framesToRead({ format: { length } }: Pick<Production, 'format'>): number[] {
  const step = Math.max(1, Math.ceil(length / MOST));
  return Array.from({ length: Math.ceil(length / step) }, (_, i) => i * step);
}

/** Whether all characters of a version are there. */
function checkLetters({ marks }: Production, { missingIn }: SeenOfRow): Verdict {
  const found = marks.flatMap(({ id, name }) => {
    const missing = missingIn(id);
    return missing.length > 0 ? [`“${name}” has no ${missing.join(' ')}`] : [];
  });
  return {
    check: 'letters',
    label: 'Letters',
    state: found.length > 0 ? 'fails' : 'passes',
    figure: found.length > 0 ? `No font has all of them: ${found.join('; ')}` : 'all are in their fonts',
    findings: [],
    advice: found.length > 0 ? 'Choose a font that has them, or other words.' : '',
    chart: null,
  };
}

/**
 * What can be said of a version without drawing all of its frames: whether its letters are there, can be read for long enough, and keep
 * within the safe area. Their contrast is that of one picture.
 */
export function* checkRow(
  production: Production,
  boundsOf: BoundsOf,
  probe: SolidProbe | undefined,
  seen: SeenOfRow,
  needs: ReadSettings,
): Generator<void, Verdict[]> {
  const { marks, words } = wordsToRead(production);
  const frames = framesToRead(production);
  for (const frame of frames) {
    wordsAt(production, marks, frame, boundsOf, probe).read.forEach((reading, i) =>
      words[i]?.readings.push(reading && { ...reading, contrast: seen.contrastOf(reading.markId) ?? UNKNOWN }),
    );
    yield;
  }
  const rate = framesPerSecond(production.format.rate);
  return [
    checkLetters(production, seen),
    ...words.map((each: WordsOverTime) => checkWords(each, frames, rate, needs)),
    checkSafeArea(words, frames, rate, needs),
  ];
}
