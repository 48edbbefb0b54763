import { DrawingError } from '../path-data';
import type { Line, Point } from './lines';

/** Dashes that a drawing may have. */
const MAX_DASHES = 20_000;

/** A pattern of dashes: lengths of dashes and gaps in turn, and how far into it a line begins. */
export interface Dashing {
  lengths: readonly number[];
  offset: number;
}

/** Lengths in turn as SVG 2 takes them: an odd list is gone through twice; null where there is nothing to dash. */
export function dashing(lengths: readonly number[], offset: number): Dashing | null {
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  if (lengths.length === 0 || lengths.some((length) => !(length >= 0)) || !(whole > 0)) return null;
  return { lengths: lengths.length % 2 === 1 ? [...lengths, ...lengths] : lengths, offset: Number.isFinite(offset) ? offset : 0 };
}

/**
 * The dashes of a line. A dash of no length is a dot that its caps draw.
 * @throws DrawingError when there are too many
 */
export function dashed({ points, closed }: Line, { lengths, offset }: Dashing): Line[] {
  const way = closed ? [...points, points[0] as Point] : points;
  const period = lengths.reduce((sum, length) => sum + length, 0);
  const total = way.reduce((sum, p, i) => (i === 0 ? 0 : sum + distance(way[i - 1] as Point, p)), 0);
  if ((total / period) * (lengths.length / 2) > MAX_DASHES)
    throw new DrawingError(`A line of this drawing has more than ${MAX_DASHES} dashes.`);
  let into = ((offset % period) + period) % period;
  let turn = 0;
  // A dash of no length at the very beginning is a dot all the same.
  while (into > 0 && into >= (lengths[turn] as number) && turn < lengths.length - 1) into -= lengths[turn++] as number;
  let left = (lengths[turn] as number) - into;
  const dashes: Line[] = [];
  let dash: Point[] | null = turn % 2 === 0 ? [way[0] as Point] : null;
  for (let i = 1; i < way.length; i++) {
    const [from, to] = [way[i - 1] as Point, way[i] as Point];
    const length = distance(from, to);
    let done = 0;
    while (length - done >= left) {
      done += left;
      const share = length > 0 ? done / length : 0;
      const at = { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
      if (dash) {
        // A dot keeps the way of its line, which its caps are turned by.
        const ahead = dash.length === 1 && same(dash[0] as Point, at) ? towards(at, from, to, length) : at;
        dashes.push({ points: [...dash, ahead], closed: false });
        dash = null;
      } else dash = [at];
      turn = (turn + 1) % lengths.length;
      left = lengths[turn] as number;
      if (done >= length && left > 0) break;
    }
    left -= length - done;
    if (dash && !same(dash[dash.length - 1] as Point, to)) dash.push(to);
  }
  if (dash && dash.length > 1) dashes.push({ points: dash, closed: false });
  return dashes;
}

const distance = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y);
const same = (a: Point, b: Point) => a.x === b.x && a.y === b.y;
/** A point so near ahead that it says where the line goes and nothing else. */
const towards = (at: Point, from: Point, to: Point, length: number): Point => ({
  x: at.x + ((to.x - from.x) / (length || 1)) * length * 1e-6,
  y: at.y + ((to.y - from.y) / (length || 1)) * length * 1e-6,
});
