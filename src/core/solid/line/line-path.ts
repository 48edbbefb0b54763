import { curvePoints } from '../../outline/flatten';
import { radians } from '../../space/angle';
import { pathCommands } from '../../outline/path-data';

/** How a line goes round its corners. */
export const LINE_JOINS = ['mitred', 'rounded'] as const;
export type LineJoin = (typeof LINE_JOINS)[number];

/** A place of a path; where it has a corner there are several at one place. Metres, Y up. */
export interface LineRow {
  /** Way from the path's beginning. */
  s: number;
  x: number;
  y: number;
  /** To its left, of length 1, and the same lengthened where edges meet in a mitre. */
  left: readonly [number, number];
  across: readonly [number, number];
}

/** One path as a line runs along it. */
export interface LinePath {
  rows: readonly LineRow[];
  length: number;
  isClosed: boolean;
  /** Ways from the beginning at which it has a corner or an end. */
  corners: readonly number[];
}

type Point = readonly [number, number];

/** A turn of more than this is a corner; less is a curve in chords. Degrees. */
const CORNER = 25;
/** A mitre goes at most so many times as far as half the line. */
const MITRE = 4;
/** Rounded corners turn in steps of at most so many degrees. */
const ROUND_STEP = 15;

/** Paths of path data as points, Y up; those without length are left out. */
function polylines(d: string, tolerance: number): { points: Point[]; isClosed: boolean }[] {
  const lines: { points: Point[]; isClosed: boolean }[] = [];
  let points: Point[] = [];
  const push = (isClosed: boolean) => {
    const apart = points.filter((p, i) => i === 0 || far(p, points[i - 1] as Point) > 1e-9);
    const [first, last] = [apart[0], apart.at(-1)];
    if (isClosed && first && last && far(first, last) < 1e-9) apart.pop();
    if (apart.length > 1) lines.push({ points: apart, isClosed: isClosed && apart.length > 2 });
    points = [];
  };
  for (const { kind, points: flat } of pathCommands(d)) {
    const pairs: Point[] = [];
    for (let i = 0; i + 1 < flat.length; i += 2) pairs.push([flat[i] as number, -(flat[i + 1] as number)]);
    const pen = points.at(-1);
    if (kind === 'M') {
      push(false);
      points = pairs.slice(0, 1);
    } else if (kind === 'Z') {
      const first = points[0];
      push(true);
      if (first) points = [first];
    } else if (pen) points.push(...curvePoints([pen, ...pairs], tolerance));
  }
  push(false);
  return lines;
}

const far = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Rows at a vertex where one direction goes over into another. */
function rowsAt(s: number, [x, y]: Point, from: Point | null, to: Point | null, join: LineJoin): { rows: LineRow[]; isCorner: boolean } {
  const leftOf = ([dx, dy]: Point): Point => [-dy, dx];
  const one = (left: Point): LineRow => ({ s, x, y, left, across: left });
  if (!from || !to) return { rows: [one(leftOf((from ?? to) as Point))], isCorner: true };
  const turn = Math.atan2(from[0] * to[1] - from[1] * to[0], from[0] * to[0] + from[1] * to[1]);
  const [a, b] = [leftOf(from), leftOf(to)];
  const half = Math.cos(turn / 2);
  const middle: Point = [a[0] + b[0], a[1] + b[1]];
  const size = Math.hypot(...middle) || 1;
  const unit: Point = [middle[0] / size, middle[1] / size];
  const isCorner = Math.abs(turn) > radians(CORNER);
  const mitred: Point = [unit[0] / half, unit[1] / half];
  if (!isCorner) return { rows: [{ s, x, y, left: unit, across: mitred }], isCorner };
  if (join === 'mitred' && half > 1 / MITRE) {
    const rows = [a, b].map((left): LineRow => ({ s, x, y, left, across: mitred }));
    return { rows, isCorner };
  }
  const steps = Math.max(1, Math.ceil(Math.abs(turn) / radians(ROUND_STEP)));
  const angle = Math.atan2(a[1], a[0]);
  const rows = Array.from({ length: steps + 1 }, (_, i) => {
    const at = angle + (turn * i) / steps;
    return one([Math.cos(at), Math.sin(at)]);
  });
  return { rows, isCorner };
}

/**
 * Paths of path data, ready for a line to run along them.
 * @param d path data in metres, Y down as in SVG
 * @param tolerance largest distance between curve and chord, metres
 */
export function linePaths(d: string, join: LineJoin, tolerance: number): LinePath[] {
  return polylines(d, tolerance).map(({ points, isClosed }): LinePath => {
    const count = points.length;
    const edges = isClosed ? count : count - 1;
    const direction = (i: number): Point | null => {
      if (!isClosed && (i < 0 || i >= edges)) return null;
      const [p, q] = [points[(i + count) % count] as Point, points[(i + 1 + count) % count] as Point];
      const length = far(p, q);
      return [(q[0] - p[0]) / length, (q[1] - p[1]) / length];
    };
    const rows: LineRow[] = [];
    const corners: number[] = [];
    let s = 0;
    for (let i = 0; i <= edges; i++) {
      const at = points[i % count] as Point;
      const made = rowsAt(s, at, direction(i - 1), direction(i), join);
      rows.push(...made.rows);
      if (made.isCorner && !(isClosed && i === edges)) corners.push(s);
      if (i < edges) s += far(at, points[(i + 1) % count] as Point);
    }
    return { rows, length: s, isClosed, corners };
  });
}

/** Way along all paths together, metres. */
export const lineLength = (paths: readonly Pick<LinePath, 'length'>[]): number => paths.reduce((sum, { length }) => sum + length, 0);

/**
 * A place on a path at a way from its beginning; of one that is closed, past its end it goes on from the beginning.
 * @param arrives at a corner, as it is come to and not as it is left
 */
export function rowAt({ rows, length, isClosed }: LinePath, way: number, arrives = false): LineRow {
  const within = isClosed ? way - Math.floor(way / length) * length : Math.max(0, Math.min(length, way));
  const s = isClosed && arrives && within === 0 ? length : within;
  let [low, high] = [0, rows.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const at = (rows[middle] as LineRow).s;
    if (arrives ? at < s : at <= s) low = middle;
    else high = middle;
  }
  const [a, b] = [rows[low] as LineRow, rows[high] as LineRow];
  if (b.s <= a.s) return { ...(s >= b.s ? b : a), s: way };
  const share = (s - a.s) / (b.s - a.s);
  const mix = (p: number, q: number) => p + (q - p) * share;
  const left = [mix(a.left[0], b.left[0]), mix(a.left[1], b.left[1])] as const;
  const size = Math.hypot(...left) || 1;
  const unit = [left[0] / size, left[1] / size] as const;
  return { s: way, x: mix(a.x, b.x), y: mix(a.y, b.y), left: unit, across: unit };
}
