import { z } from 'zod';
import { numberField } from '../schema/fields';

const place = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.05, digits: 3 } as const;

/** A point that is put by hand, metres, Y up. */
export const pointSchema = z.object({ x: numberField({ label: 'Across', ...place }), y: numberField({ label: 'Up', ...place }) });
export type PenPoint = z.infer<typeof pointSchema>;

/** What is drawn by hand, point by point. */
export interface Pen {
  points: PenPoint[];
  /** Runs through its points as a curve. */
  smooth: boolean;
}

/** How many points a pen has at least and at most. */
export interface PenBounds {
  least: number;
  most: number;
}

/** Puts a point into a pen: after another one, or (by default) after the last. */
export function addPoint({ points }: Pen, { most }: PenBounds, at: PenPoint, after = points.length - 1): void {
  if (points.length < most) points.splice(after + 1, 0, at);
}

export function movePoint({ points }: Pen, index: number, to: PenPoint): void {
  const point = points[index];
  if (point) Object.assign(point, to);
}

/** Takes a point out, as long as enough are left. */
export function removePoint({ points }: Pen, { least }: PenBounds, index: number): void {
  if (points.length > least) points.splice(index, 1);
}
