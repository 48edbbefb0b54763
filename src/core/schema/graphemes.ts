let segmenter: Intl.Segmenter | undefined;

/** The letters of a text as people take them, with their marks (Unicode Standard Annex 29), and where each begins. */
export function graphemes(text: string): Iterable<{ segment: string; index: number }> {
  segmenter ??= new Intl.Segmenter(undefined, { granularity: 'grapheme' });
  return segmenter.segment(text);
}
