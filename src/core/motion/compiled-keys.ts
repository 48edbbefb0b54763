import { bounceProgress } from './bounce';
import type { Key } from './channel';
import { spanCurve } from './span-curve';

/**
 * Keys made ready for many evaluations: one row of numbers a key, with the span that begins there as two cubics in a parameter, one for time and one
 * for value. Only keys that cannot change any more are made ready, and they are kept as long as their list. One block of memory a
 * channel: with hundreds of channels, fetching is what takes the time.
 */
interface CompiledKeys {
  rows: Float64Array;
  /** The row that was asked for last: the next question is most often about it again. */
  last: number;
}

/** Even steps of the parameter at which a span's time is kept, for a first guess. */
const GUESSES = 8;

/** Columns of a row. */
const FRAME = 0;
const KIND = 1;
const LENGTH = 2;
/** Value at the start, and the linear, square and cubic factor of value. */
const VALUE = 3;
/** Cubic, square and linear factor of time. */
const TIME = 7;
/** Time at the steps between 0 and 1. */
const GUESS = 10;
const ROW = GUESS + GUESSES - 1;

const CURVE = 0;
const HELD = 1;
const STRAIGHT = 2;
/** Bouncing so many times more than this. */
const BOUNCING = 10;

const kept = new WeakMap<readonly Key[], CompiledKeys>();

/** Keys that are ready, or null for a list that may still change. */
export function compiledKeys(keys: readonly Key[]): CompiledKeys | null {
  const known = kept.get(keys);
  if (known) return known;
  if (!Object.isFrozen(keys)) return null;
  const made = { rows: rowsOf(keys), last: 0 };
  kept.set(keys, made);
  return made;
}

function rowsOf(keys: readonly Key[]): Float64Array {
  const rows = new Float64Array(keys.length * ROW);
  keys.forEach((key, i) => {
    const r = i * ROW;
    rows[r + FRAME] = key.frame;
    rows[r + VALUE] = key.value;
    rows[r + KIND] = HELD;
    const next = keys[i + 1];
    if (!next) return;
    const { x1, x2, v0, v1, v2, v3 } = spanCurve(keys, i);
    const even = Math.abs(x1 - 1 / 3) < 1e-12 && Math.abs(x2 - 2 / 3) < 1e-12;
    rows[r + KIND] = key.join === 'held' ? HELD : key.bounces > 0 ? BOUNCING + key.bounces : even ? STRAIGHT : CURVE;
    rows[r + LENGTH] = next.frame - key.frame;
    rows.set([v0, 3 * (v1 - v0), 3 * (v2 - 2 * v1 + v0), v3 - 3 * v2 + 3 * v1 - v0], r + VALUE);
    const [a, b, c] = [1 + 3 * x1 - 3 * x2, 3 * x2 - 6 * x1, 3 * x1];
    rows.set([a, b, c], r + TIME);
    for (let k = 1; k < GUESSES; k++) rows[r + GUESS + k - 1] = ((a * (k / GUESSES) + b) * (k / GUESSES) + c) * (k / GUESSES);
  });
  return rows;
}

/**
 * Parameter at which the time cubic of a row is x, both in 0..1: from a guess by the steps beside it, Newton's steps within a bracket. Each step
 * squares the error, so one of 1e-7 is the last: what is left is about 1e-14.
 */
function parameterAt(rows: Float64Array, r: number, x: number): number {
  const a = rows[r + TIME] as number;
  const b = rows[r + TIME + 1] as number;
  const c = rows[r + TIME + 2] as number;
  let k = 0;
  let from = 0;
  let to = rows[r + GUESS] as number;
  while (k < GUESSES - 1 && to <= x) {
    k++;
    from = to;
    to = k < GUESSES - 1 ? (rows[r + GUESS + k] as number) : 1;
  }
  let low = k / GUESSES;
  let high = (k + 1) / GUESSES;
  let u = low + (to > from ? (x - from) / (to - from) : 0.5) / GUESSES;
  for (let i = 0; i < 48; i++) {
    const error = ((a * u + b) * u + c) * u - x;
    if (error > 0) high = u;
    else low = u;
    let next = u - error / ((3 * a * u + 2 * b) * u + c);
    if (!(next >= low && next <= high)) next = (low + high) / 2;
    const step = next - u;
    u = next;
    if (step < 1e-7 && step > -1e-7) break;
  }
  return u;
}

/** Value of ready keys at a frame; before the first and after the last key they hold. */
export function compiledValue(compiled: CompiledKeys, frame: number): number {
  const { rows } = compiled;
  let r = compiled.last;
  if (!((rows[r] as number) <= frame && r + ROW < rows.length && frame < (rows[r + ROW] as number))) {
    let low = 0;
    let high = rows.length / ROW;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((rows[middle * ROW] as number) <= frame) low = middle;
      else high = middle;
    }
    r = compiled.last = low * ROW;
  }
  const v0 = rows[r + VALUE] as number;
  const kind = rows[r + KIND] as number;
  if (kind === HELD || frame <= (rows[r] as number)) return v0;
  const x = (frame - (rows[r] as number)) / (rows[r + LENGTH] as number);
  if (kind > BOUNCING) return v0 + ((rows[r + ROW + VALUE] as number) - v0) * bounceProgress(x, kind - BOUNCING);
  const u = kind === STRAIGHT ? x : parameterAt(rows, r, x);
  return v0 + (((rows[r + VALUE + 3] as number) * u + (rows[r + VALUE + 2] as number)) * u + (rows[r + VALUE + 1] as number)) * u;
}
