import { DrawingError } from '../path-data';
import type { DrawingPart } from './canvas';
import { pierced } from './pierced';
import { Reader } from './reader';
import { Reading } from './reading';
import { treeOf } from './tree';

export { MAX_POINTS, type DrawingPart } from './canvas';

export interface ReadDrawing {
  parts: DrawingPart[];
  /** What was left out, each named once. */
  unused: string[];
  /** What was read in another way than it was drawn, in words. */
  notes: string[];
  /** The same with its white shapes as holes in what they lie over; null where none does. */
  pierced: DrawingPart[] | null;
}

export const MAX_SVG_BYTES = 2_000_000;

/**
 * Reads an SVG file as a browser draws it: shapes, groups, transforms, uses, styles, clips; strokes become outlines. What cannot be used is
 * named.
 * @throws DrawingError, in words for the person, when the file is too large, broken, hostile, takes too long or holds nothing to fill
 */
export function readSvg(svg: string, reading = new Reading()): ReadDrawing {
  if (svg.length > MAX_SVG_BYTES) throw new DrawingError(`This file is larger than ${MAX_SVG_BYTES / 1e6} MB.`);
  const root = treeOf(svg);
  if (!root.children.some(({ name }) => name === 'svg')) throw new DrawingError('This file is not a drawing in SVG.');
  const reader = new Reader(reading);
  reader.read(root);
  const { parts, unused, notes } = reader.canvas;
  if (parts.length === 0) {
    const left = unused.size > 0 ? ` It holds only ${[...unused].join(', ')}.` : '';
    throw new DrawingError(`There is nothing in this file that can be filled.${left} Turn text into outlines first.`);
  }
  reading.check();
  return { parts, unused: [...unused], notes: [...notes], pierced: pierced(parts) };
}
