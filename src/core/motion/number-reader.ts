import type { Channel } from './channel';
import { climbOf, goesOn, withinKeys } from './outside-keys';
import { sharedTimes, type KeyTimes } from './key-times';
import { rebounds } from './rebound';
import { spanCurve } from './span-curve';

/** Numbers a span: its value at the start, and the linear, square and cubic factor; those are nothing where the value is held. */
const ROW = 4;

/**
 * Reads a channel of numbers at many frames: when its keys are is asked of its times, which channels of one move share, and each span's
 * value is a cubic in the parameter that those give. Good for as long as the channel does not change.
 */
export class NumberReader {
  /**
   * @param rows may hold the rows of other channels too
   * @param start where this channel's rows begin
   * @param going the channel, where it does something outside its keys
   */
  constructor(
    private readonly times: KeyTimes,
    private readonly rows: Float64Array,
    private readonly start: number,
    private readonly going: Channel | null,
  ) {}

  /** Value at a frame; fractional frames are fine. */
  at(frame: number): number {
    if (this.going === null) return this.within(frame);
    const inside = withinKeys(this.going, frame);
    const value = this.within(inside.frame);
    return inside.climbs === 0 ? value : value + inside.climbs * climbOf(this.going);
  }

  /** The same, holding before the first and after the last key. */
  private within(frame: number): number {
    const { times, rows } = this;
    if (frame !== times.frame) times.seek(frame);
    const { parameter: u } = times;
    const r = this.start + ROW * times.span;
    return (((rows[r + 3] as number) * u + (rows[r + 2] as number)) * u + (rows[r + 1] as number)) * u + (rows[r] as number);
  }
}

/** Readers of several channels, with all their rows in one block of memory. */
export function numberReaders(channels: readonly Channel[]): NumberReader[] {
  const times = sharedTimes(channels);
  const counts = channels.map(({ keys }) => Math.max(1, keys.length));
  const rows = new Float64Array(counts.reduce((sum, count) => sum + count, 0) * ROW);
  let next = 0;
  return channels.map((channel, i) => {
    const start = next;
    next += (counts[i] as number) * ROW;
    writeRows(rows, start, channel);
    return new NumberReader(times[i] as KeyTimes, rows, start, goesOn(channel) ? channel : null);
  });
}

function writeRows(rows: Float64Array, at: number, { rest, keys }: Channel): void {
  if (keys.length === 0) rows[at] = rest;
  keys.forEach((key, i) => {
    const r = at + i * ROW;
    const next = keys[i + 1];
    rows[r] = key.value;
    if (!next || key.join === 'held') return;
    if (rebounds(key)) {
      rows[r + 1] = next.value - key.value;
      return;
    }
    const { v0, v1, v2, v3 } = spanCurve(keys, i);
    rows.set([v0, 3 * (v1 - v0), 3 * (v2 - 2 * v1 + v0), v3 - 3 * v2 + 3 * v1 - v0], r);
  });
}
