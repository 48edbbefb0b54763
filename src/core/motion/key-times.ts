import type { Channel } from './channel';
import { reboundCode, reboundProgress } from './rebound';
import { spanCurve } from './span-curve';

/** Columns of a span: the frame at which it begins, and the frame at which it ends; without end after the last key. */
const FRAME = 0;
const END = 1;
/** Cubic and square factor of time; the linear one is what they leave of 1. Where the span rebounds: no number, and how. */
const TIME = 2;
const ROW = 4;

/**
 * When the keys of a channel are, and how time runs between them. Shared by the channels of one owner that agree in it, as those of a
 * station do: an instant is then looked up, and its span's time solved, once for all of them.
 */
export class KeyTimes {
  /** The frame that was sought last, and what it came to: the index of its span, and the parameter within that, 0..1. */
  frame = Number.NaN;
  span = 0;
  parameter = 0;

  constructor(readonly rows: Float64Array) {}

  seek(frame: number): void {
    const { rows } = this;
    const r = ROW * this.spanAt(frame);
    const start = rows[r + FRAME] as number;
    this.frame = frame;
    this.parameter = frame <= start ? 0 : progress(rows[r + TIME] as number, rows[r + TIME + 1] as number, share(rows, r, frame));
  }

  /** The span of the last key at or before a frame, or of the first key. Most often it is the one that was asked for last. */
  private spanAt(frame: number): number {
    const { rows, span } = this;
    if ((rows[ROW * span + FRAME] as number) <= frame && frame < (rows[ROW * span + END] as number)) return span;
    let low = 0;
    let high = rows.length / ROW;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((rows[ROW * middle + FRAME] as number) <= frame) low = middle;
      else high = middle;
    }
    return (this.span = low);
  }
}

/** Share of a span's frames that is over; nothing where it has no end. */
const share = (rows: Float64Array, r: number, frame: number): number =>
  (frame - (rows[r + FRAME] as number)) / ((rows[r + END] as number) - (rows[r + FRAME] as number));

function progress(a: number, b: number, x: number): number {
  if (Number.isNaN(a)) return reboundProgress(b, x);
  return a === 0 && b === 0 ? x : parameterAt(a, b, x);
}

/** Times of several channels; those that agree share one. */
export function sharedTimes(channels: readonly Channel[]): KeyTimes[] {
  const known: KeyTimes[] = [];
  return channels.map((channel) => {
    const rows = timesOf(channel);
    let times = known.find((each) => isSame(each.rows, rows));
    if (!times) known.push((times = new KeyTimes(rows)));
    return times;
  });
}

const isSame = (a: Float64Array, b: Float64Array): boolean => a.length === b.length && a.every((value, i) => Object.is(value, b[i]));

function timesOf({ keys }: Channel): Float64Array {
  const rows = new Float64Array(Math.max(1, keys.length) * ROW);
  if (keys.length === 0) rows[END] = Infinity;
  keys.forEach((key, i) => {
    const r = i * ROW;
    const next = keys[i + 1];
    rows[r + FRAME] = key.frame;
    rows[r + END] = next?.frame ?? Infinity;
    if (!next || key.join === 'held') return;
    const rebound = reboundCode(key);
    if (rebound !== 0) return rows.set([Number.NaN, rebound], r + TIME);
    const { x1, x2 } = spanCurve(keys, i);
    // Handles of a third each: time goes evenly, and need not be solved.
    const isEven = Math.abs(x1 - 1 / 3) < 1e-12 && Math.abs(x2 - 2 / 3) < 1e-12;
    if (!isEven) rows.set([1 + 3 * x1 - 3 * x2, 3 * x2 - 6 * x1], r + TIME);
  });
  return rows;
}

/**
 * Parameter u at which the time a u³ + b u² + (1 − a − b) u is x, both in 0..1: from a guess within the right quarter, Halley's steps
 * within a bracket. Each step cubes the error, so one of 1e-5 is the last: what is left is about 1e-14.
 */
function parameterAt(a: number, b: number, x: number): number {
  const c = 1 - a - b;
  const half = (a / 4 + b / 2 + c) / 2;
  let low = x < half ? 0 : 0.5;
  const quarter = low + 0.25;
  const middle = ((a * quarter + b) * quarter + c) * quarter;
  let from = x < half ? 0 : half;
  let to = x < half ? half : 1;
  if (x < middle) to = middle;
  else [low, from] = [quarter, middle];
  let high = low + 0.25;
  let u = low + (to > from ? (0.25 * (x - from)) / (to - from) : 0.125);
  for (let i = 0; i < 48; i++) {
    const error = ((a * u + b) * u + c) * u - x;
    const slope = (3 * a * u + 2 * b) * u + c;
    if (error > 0) high = u;
    else low = u;
    let next = u - (error * slope) / (slope * slope - error * (3 * a * u + b));
    if (!(next >= low && next <= high)) next = (low + high) / 2;
    const step = next - u;
    u = next;
    if (step < 1e-5 && step > -1e-5) break;
  }
  return u;
}
