/** The Unicode Bidirectional Algorithm (UAX 9). Only what is used here. */
declare module 'bidi-js' {
  export interface EmbeddingLevels {
    /** One level a UTF-16 unit; even ones run to the right, odd ones to the left. */
    levels: Uint8Array;
    paragraphs: { start: number; end: number; level: number }[];
  }
  export default function bidiFactory(): {
    getEmbeddingLevels(text: string, baseDirection?: 'ltr' | 'rtl' | 'auto'): EmbeddingLevels;
    /** Indices of the units as they stand from left to right, with the levels at the line's end reset (rules L1 and L2). */
    getReorderedIndices(text: string, levels: EmbeddingLevels): number[];
  };
}
