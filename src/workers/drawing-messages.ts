import type { ReadDrawing } from '@/core/outline/svg/read-svg';

/** A file to be read. */
export interface DrawingOrder {
  file: File;
}

export type FromDrawing =
  /** How far it is, from 0 to 1. The first one is sent when the reading begins. */
  { kind: 'reading'; share: number } | { kind: 'read'; drawing: ReadDrawing } | { kind: 'refused'; reason: string };
