import { bounceProgress } from './bounce';
import type { Channel } from './channel';
import { climbOf, goesOn, withinKeys } from './outside-keys';
import { spanCurve } from './span-curve';

/**
 * Columns of a row: as many as fit the 64 bytes that a processor fetches at once, and all that a value needs: with hundreds of channels,
 * fetching is what takes the time.
 */
const FRAME = 0;
/** Frame at which the span ends; without end after the last key. */
const END = 1;
/** Value at the start, and the linear, square and cubic factor of value; those are nothing where the value is held. */
const VALUE = 2;
/** Cubic and square factor of time; the linear one is what they leave of 1. Where the span bounces: no number, and how many times. */
const TIME = 6;
const ROW = 8;

/**
 * Reads a channel of numbers at many frames: one row of numbers a key, with the span that begins there as two cubics in a parameter, one
 * for time and one for value. Good for as long as the channel does not change.
 */
export class NumberReader {
  /** The row that was asked for last: the next question is most often about it again. */
  private row: number;

  /**
   * @param rows may hold the rows of other channels too
   * @param end the row after the last one of this channel
   * @param going the channel, where it does something outside its keys
   */
  constructor(
    private readonly rows: Float64Array,
    private readonly start: number,
    private readonly end: number,
    private readonly going: Channel | null,
  ) {
    this.row = start;
  }

  /** Value at a frame; fractional frames are fine. */
  at(frame: number): number {
    if (this.going === null) return this.within(frame);
    const inside = withinKeys(this.going, frame);
    const value = this.within(inside.frame);
    return inside.climbs === 0 ? value : value + inside.climbs * climbOf(this.going);
  }

  /** The same, holding before the first and after the last key. */
  private within(frame: number): number {
    const { rows } = this;
    const r = this.rowAt(frame);
    const start = rows[r + FRAME] as number;
    const v0 = rows[r + VALUE] as number;
    if (frame <= start) return v0;
    const x = (frame - start) / ((rows[r + END] as number) - start);
    const a = rows[r + TIME] as number;
    const b = rows[r + TIME + 1] as number;
    if (Number.isNaN(a)) return v0 + ((rows[r + ROW + VALUE] as number) - v0) * bounceProgress(x, b);
    const u = a === 0 && b === 0 ? x : parameterAt(a, b, x);
    return v0 + (((rows[r + VALUE + 3] as number) * u + (rows[r + VALUE + 2] as number)) * u + (rows[r + VALUE + 1] as number)) * u;
  }

  /** The row of the last key at or before a frame, or of the first key. */
  private rowAt(frame: number): number {
    const { rows, row, end } = this;
    if ((rows[row + FRAME] as number) <= frame && frame < (rows[row + END] as number)) return row;
    let low = this.start / ROW;
    let high = end / ROW;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((rows[middle * ROW + FRAME] as number) <= frame) low = middle;
      else high = middle;
    }
    return (this.row = low * ROW);
  }
}

/** Readers of several channels, with all their rows in one block of memory. */
export function numberReaders(channels: readonly Channel[]): NumberReader[] {
  const counts = channels.map(({ keys }) => Math.max(1, keys.length));
  const rows = new Float64Array(counts.reduce((sum, count) => sum + count, 0) * ROW);
  let next = 0;
  return channels.map((channel, i) => {
    const start = next;
    next += (counts[i] as number) * ROW;
    writeRows(rows, start, channel);
    return new NumberReader(rows, start, next, goesOn(channel) ? channel : null);
  });
}

function writeRows(rows: Float64Array, at: number, { rest, keys }: Channel): void {
  if (keys.length === 0) rows.set([0, Infinity, rest], at);
  keys.forEach((key, i) => {
    const r = at + i * ROW;
    const next = keys[i + 1];
    rows.set([key.frame, next?.frame ?? Infinity, key.value], r);
    if (!next || key.join === 'held') return;
    if (key.bounces > 0) return rows.set([Number.NaN, key.bounces], r + TIME);
    const { x1, x2, v0, v1, v2, v3 } = spanCurve(keys, i);
    rows.set([v0, 3 * (v1 - v0), 3 * (v2 - 2 * v1 + v0), v3 - 3 * v2 + 3 * v1 - v0], r + VALUE);
    // Handles of a third each: time goes evenly, and need not be solved.
    const isEven = Math.abs(x1 - 1 / 3) < 1e-12 && Math.abs(x2 - 2 / 3) < 1e-12;
    if (!isEven) rows.set([1 + 3 * x1 - 3 * x2, 3 * x2 - 6 * x1], r + TIME);
  });
}

/**
 * What was solved last: the channels of a station have one pace, and are asked for one after another. In an array, where numbers are not
 * boxed.
 */
const last = new Float64Array(4);

/** Parameter u at which the time a u³ + b u² + (1 − a − b) u is x, both in 0..1. */
function parameterAt(a: number, b: number, x: number): number {
  if (a === last[0] && b === last[1] && x === last[2]) return last[3] as number;
  const u = solved(a, b, x);
  last[0] = a;
  last[1] = b;
  last[2] = x;
  last[3] = u;
  return u;
}

/**
 * The same, solved: from a guess within the right quarter, Halley's steps within a bracket. Each step cubes the error, so one of 1e-5 is
 * the last: what is left is about 1e-14.
 */
function solved(a: number, b: number, x: number): number {
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
