import { packBytes, unpackBytes } from '../keep/packed-bytes';
import type { FallMotion } from './fall-motion';
import { MAX_BODIES } from './fall-settings';

/** Steps in which places are kept, metres, and turns: finer than a pixel shows. */
const PLACE_STEP = 2e-5;
const TURN_STEP = 1 / 32767;
const FORMAT = 1;
export const MAX_FALL_POSES = 400_000;
/** Letters of a packed fall at most. */
export const MAX_PACKED = 8_000_000;

/** Whole numbers of changing size, seven bits a byte, the small ones in one. */
class Bytes {
  private data = new Uint8Array(4096);
  length = 0;
  push(value: number): void {
    if (this.length + 6 > this.data.length) {
      const bigger = new Uint8Array(this.data.length * 2);
      bigger.set(this.data);
      this.data = bigger;
    }
    // Signs go into the lowest bit, so that small numbers of either sign are short.
    let left = value < 0 ? -2 * value - 1 : 2 * value;
    while (left >= 128) {
      this.data[this.length++] = (left % 128) + 128;
      left = Math.floor(left / 128);
    }
    this.data[this.length++] = left;
  }
  finish(): Uint8Array {
    return this.data.subarray(0, this.length);
  }
}

class Reader {
  private at = 0;
  constructor(private readonly data: Uint8Array) {}
  next(): number {
    let value = 0;
    let weight = 1;
    for (let i = 0; i < 7; i++) {
      const byte = this.data[this.at++];
      if (byte === undefined) throw new RangeError('It ends early.');
      value += (byte % 128) * weight;
      if (byte < 128) return value % 2 === 1 ? -(value + 1) / 2 : value / 2;
      weight *= 128;
    }
    throw new RangeError('A number in it has no end.');
  }
}

/** What of a motion is kept one after another: a value of all its poses. */
interface Series {
  from: Float32Array;
  /** Values that belong together, of which it is one. */
  size: number;
  k: number;
  step: number;
}

const seriesOf = ({ places, turns }: Pick<FallMotion, 'places' | 'turns'>): Series[] => [
  ...[0, 1, 2].map((k) => ({ from: places, size: 3, k, step: PLACE_STEP })),
  ...[0, 1, 2, 3].map((k) => ({ from: turns, size: 4, k, step: TURN_STEP })),
];

/** A motion as a short text: what each value adds to a straight way on is kept, and that deflated. */
export function packFall(motion: FallMotion): string {
  const { rate, count, bodies, centres } = motion;
  const bytes = new Bytes();
  for (const value of [FORMAT, rate, count, bodies]) bytes.push(value);
  for (const value of centres) bytes.push(Math.round(value / PLACE_STEP));
  const series = seriesOf(motion);
  for (let body = 0; body < bodies; body++) {
    for (const { from, size, k, step } of series) {
      let [before, beforeThat] = [0, 0];
      for (let n = 0; n < count; n++) {
        const value = Math.round((from[size * (body * count + n) + k] as number) / step);
        bytes.push(value - 2 * before + beforeThat);
        [before, beforeThat] = [value, before];
      }
    }
  }
  return packBytes(bytes.finish());
}

/** Bytes of a motion at most. */
const MAX_BYTES = MAX_FALL_POSES * 7 * 4;

function read(text: string): FallMotion {
  const reader = new Reader(unpackBytes(text, MAX_BYTES));
  const [format, rate, count, bodies] = [reader.next(), reader.next(), reader.next(), reader.next()];
  const isSound = format === FORMAT && rate >= 1 && rate <= 240 && count >= 2 && bodies >= 1 && bodies <= MAX_BODIES;
  if (!isSound || count * bodies > MAX_FALL_POSES) throw new RangeError('It is no fall.');
  const centres = Float32Array.from({ length: 3 * bodies }, () => reader.next() * PLACE_STEP);
  const motion = {
    rate,
    count,
    bodies,
    centres,
    places: new Float32Array(3 * count * bodies),
    turns: new Float32Array(4 * count * bodies),
  };
  const series = seriesOf(motion);
  for (let body = 0; body < bodies; body++) {
    for (const { from, size, k, step } of series) {
      let [before, beforeThat] = [0, 0];
      for (let n = 0; n < count; n++) {
        const value = reader.next() + 2 * before - beforeThat;
        from[size * (body * count + n) + k] = value * step;
        [before, beforeThat] = [value, before];
      }
    }
  }
  return motion;
}

const kept = new WeakMap<object, FallMotion | null>();

/** The motion that is packed in something of a document, which never changes in place; null for what cannot be read as one. */
export function unpackFall(packed: { motion: string }): FallMotion | null {
  let motion = kept.get(packed);
  if (motion === undefined) {
    try {
      motion = read(packed.motion);
    } catch {
      motion = null;
    }
    kept.set(packed, motion);
  }
  return motion;
}
