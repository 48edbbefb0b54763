import { MAX_READING_MS, TOO_MUCH_WORK } from '@/core/outline/svg/reading';
import type { PackedTable } from '@/core/production/owners/effects/colour-table';
import type { TimedPose } from '@/core/rig/take-poses';
import type { ReadTable } from '@/core/versions/table-csv';
import type { ReadDrawing } from '@/core/outline/svg/read-svg';
import type { ModelFacts } from './readers/model-reader';
import type { ReadPicture } from './readers/picture-reader';

/** What a file of each kind is read to. */
export interface ReadOf {
  drawing: ReadDrawing;
  model: ModelFacts;
  picture: ReadPicture;
  flight: TimedPose[];
  table: PackedTable;
  rows: ReadTable;
}
export type ReadKind = keyof ReadOf;

/** How long a file of each kind may take to read, milliseconds, and what is said of one that takes longer. */
export const READING_LIMITS: { readonly [K in ReadKind]: { ms: number; tooLong: string } } = {
  drawing: { ms: MAX_READING_MS, tooLong: TOO_MUCH_WORK },
  model: { ms: 30_000, tooLong: 'This model takes more than 30 seconds to read. Save it with fewer triangles.' },
  picture: { ms: 120_000, tooLong: 'This takes more than two minutes to read. Choose fewer frames, or a shorter video.' },
  flight: { ms: 20_000, tooLong: 'It takes more than 20 seconds to read. Save it with fewer samples.' },
  table: { ms: 20_000, tooLong: 'It takes more than 20 seconds to read. Save it with fewer points.' },
  rows: { ms: 10_000, tooLong: 'It takes more than 10 seconds to read. Save it with fewer rows.' },
};

/** A file to be read, or the files of a folder. */
export interface ReadingOrder {
  kind: ReadKind;
  files: readonly File[];
}

export type FromReading =
  /** How far it is, from 0 to 1. The first one is sent when the reading begins. */
  { kind: 'reading'; share: number } | { kind: 'read'; read: ReadOf[ReadKind] } | { kind: 'refused'; reason: string };
