import { MAX_READING_MS, TOO_MUCH_WORK } from '@/core/outline/svg/reading';
import type { ReadDrawing } from '@/core/outline/svg/read-svg';
import type { ModelFacts } from './readers/model-reader';

/** What a file of each kind is read to. */
export interface ReadOf {
  drawing: ReadDrawing;
  model: ModelFacts;
}
export type ReadKind = keyof ReadOf;

/** How long a file of each kind may take to read, milliseconds, and what is said of one that takes longer. */
export const READING_LIMITS: { readonly [K in ReadKind]: { ms: number; tooLong: string } } = {
  drawing: { ms: MAX_READING_MS, tooLong: TOO_MUCH_WORK },
  model: { ms: 30_000, tooLong: 'This model takes more than 30 seconds to read. Save it with fewer triangles.' },
};

/** A file to be read. */
export interface ReadingOrder {
  kind: ReadKind;
  file: File;
}

export type FromReading =
  /** How far it is, from 0 to 1. The first one is sent when the reading begins. */
  { kind: 'reading'; share: number } | { kind: 'read'; read: ReadOf[ReadKind] } | { kind: 'refused'; reason: string };
