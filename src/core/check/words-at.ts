import { evaluate } from '../frame/evaluate';
import type { BoundsOf, FrameState } from '../frame/frame-state';
import type { SolidProbe } from '../frame/solid-probe';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import { exposureSeconds, frameToSeconds } from '../time/rate';
import { readWords, type WordReading } from './mark-reading';
import type { WordsOverTime } from './read-check';

export type GatheredWords = WordsOverTime & { readings: (WordReading | null)[] };

/** The marks of a production that are words, and what has been read of each: nothing yet. */
export function wordsToRead({ marks }: Pick<Production, 'marks'>): { marks: readonly Mark[]; words: readonly GatheredWords[] } {
  const read = marks.filter(({ body }) => body.kind === 'words');
  const words = read.map(({ id, name, body }) => ({ markId: id, name, text: body.kind === 'words' ? body.text : '', readings: [] }));
  return { marks: read, words };
}

/** How words stand in a frame, by geometry: their contrast is not known yet. Null for each that is not there. */
export function wordsAt(
  production: Production,
  marks: readonly Mark[],
  frame: number,
  boundsOf: BoundsOf,
  probe?: SolidProbe,
): { state: FrameState; read: (WordReading | null)[] } {
  const { rate } = production.format;
  const seconds = frameToSeconds(frame, rate);
  const half = exposureSeconds(production.shutterDeg, rate) / 2;
  const at = (time: number) => evaluate(production, time, boundsOf, { probe, pictureFrame: frame });
  const state = at(seconds);
  const around = [at(seconds - half), at(seconds + half)] as const;
  return { state, read: marks.map((mark) => readWords(mark, state, around, boundsOf)) };
}
