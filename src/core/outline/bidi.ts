import bidiFactory from 'bidi-js';

let algorithm: ReturnType<typeof bidiFactory> | undefined;

/** Which way a line reads, and where each of its UTF-16 units stands. */
export interface ReadingOrder {
  /** The line as a whole reads to the left. */
  rightToLeft: boolean;
  /** Of each unit: whether it reads to the left. */
  isLeftward: (index: number) => boolean;
  /** Of each unit: its place among all from left to right. */
  placeOf: (index: number) => number;
}

const FORWARD: ReadingOrder = { rightToLeft: false, isLeftward: () => false, placeOf: (index) => index };
/** Nothing but scripts that read to the right: Latin, Greek, Cyrillic, and what surrounds them. */
const PLAIN = /^[\u0000-\u058f]*$/;

/**
 * Reading order of a line by the Unicode Bidirectional Algorithm (Unicode Standard Annex 9). Its first strong character says which way the
 * line as a whole goes.
 */
export function readingOrder(line: string): ReadingOrder {
  if (PLAIN.test(line)) return FORWARD;
  algorithm ??= bidiFactory();
  const embedding = algorithm.getEmbeddingLevels(line);
  const places = new Int32Array(line.length);
  algorithm.getReorderedIndices(line, embedding).forEach((index, place) => (places[index] = place));
  const base = embedding.paragraphs[0]?.level ?? 0;
  // Rule L1: spaces at the end of a line stand at its end, whichever way that is.
  const closing = line.trimEnd().length;
  return {
    rightToLeft: base % 2 === 1,
    isLeftward: (index) => (index < closing ? (embedding.levels[index] as number) : base) % 2 === 1,
    placeOf: (index) => places[index] as number,
  };
}
