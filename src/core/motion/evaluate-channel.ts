import { spanSlope, spanValue } from './bezier';
import { bounceProgress } from './bounce';
import type { Channel, Handle, Key } from './channel';

/** A span as a Bezier: handle times as shares of the span, values in the channel's unit. */
interface SpanCurve {
  x1: number;
  x2: number;
  v0: number;
  v1: number;
  v2: number;
  v3: number;
}

/** Index of the last key at or before a frame, -1 before the first. Cost grows with the logarithm of the number of keys. */
export function keyIndexAt(keys: readonly Key[], frame: number): number {
  let low = 0;
  let high = keys.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((keys[middle] as Key).frame <= frame) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

const meanSpeed = (a: Key, b: Key) => (b.value - a.value) / (b.frame - a.frame);

/**
 * Speed (units a frame) at which a flowing key is passed. Monotone cubic interpolation after
 * M. Steffen, Astronomy & Astrophysics 239, 443 (1990); at the ends of the channel a parabola.
 */
export function flowingSpeed(keys: readonly Key[], index: number): number {
  const key = keys[index] as Key;
  const before = keys[index - 1];
  const after = keys[index + 1];
  if (!before && !after) return 0;
  if (!before) return endSpeed(meanSpeed(key, after as Key), keys.length > 2 ? flowingSpeed(keys, 1) : NaN);
  if (!after) return endSpeed(meanSpeed(before, key), keys.length > 2 ? flowingSpeed(keys, index - 1) : NaN);
  const h0 = key.frame - before.frame;
  const h1 = after.frame - key.frame;
  const s0 = meanSpeed(before, key);
  const s1 = meanSpeed(key, after);
  const p = (s0 * h1 + s1 * h0) / (h0 + h1);
  return (Math.sign(s0) + Math.sign(s1)) * Math.min(Math.abs(s0), Math.abs(s1), 0.5 * Math.abs(p)) || 0;
}

const endSpeed = (mean: number, neighbour: number) => (Number.isNaN(neighbour) ? mean : (3 * mean - neighbour) / 2);

/** Value step along a handle at one end of a span, and the share of time it reaches over. */
function handleAt(keys: readonly Key[], index: number, side: 'leave' | 'arrive', span: number, mean: number): { share: number; step: number } {
  const key = keys[index] as Key;
  switch (key.join) {
    case 'straight':
      return { share: 1 / 3, step: (mean * span) / 3 };
    case 'flowing':
      return { share: 1 / 3, step: (flowingSpeed(keys, index) * span) / 3 };
    case 'held':
    case 'eased': {
      const { influence } = key[side];
      return { share: influence, step: influence * handleSpeed(key[side], mean) * span };
    }
  }
}

/** Speed at a key as its handle says it, units a frame. */
export const handleSpeed = ({ speed, slope }: Handle, mean: number): number => (mean === 0 && slope !== undefined ? slope : speed * mean);

/** The curve of the span that begins at key `index`. */
export function spanCurve(keys: readonly Key[], index: number): SpanCurve {
  const a = keys[index] as Key;
  const b = keys[index + 1] as Key;
  const span = b.frame - a.frame;
  const mean = meanSpeed(a, b);
  const leave = handleAt(keys, index, 'leave', span, mean);
  const arrive = handleAt(keys, index + 1, 'arrive', span, mean);
  return { x1: leave.share, x2: 1 - arrive.share, v0: a.value, v1: a.value + leave.step, v2: b.value - arrive.step, v3: b.value };
}

/** Where within the keys a frame outside them falls: the frame, what to add to the value, and the sign of its speed. */
function within({ keys, before, after }: Channel, frame: number): { frame: number; add: number; sign: 1 | -1 } {
  const first = keys[0] as Key;
  const last = keys[keys.length - 1] as Key;
  const mode = frame < first.frame ? before : frame > last.frame ? after : undefined;
  const period = last.frame - first.frame;
  if (mode === undefined || mode === 'hold' || period <= 0) return { frame, add: 0, sign: 1 };
  const turn = Math.floor((frame - first.frame) / period);
  const into = frame - first.frame - turn * period;
  if (mode === 'return' && turn % 2 !== 0) return { frame: last.frame - into, add: 0, sign: -1 };
  return { frame: first.frame + into, add: mode === 'climb' ? turn * (last.value - first.value) : 0, sign: 1 };
}

const isOutside = ({ keys }: Channel, frame: number) => frame < (keys[0] as Key).frame || frame > (keys[keys.length - 1] as Key).frame;

/** Value of a channel at a frame (fractional frames are fine). Before the first and after the last key it does what it is set to. */
export function valueAt(channel: Channel, frame: number): number {
  const { keys } = channel;
  if (keys.length === 0) return channel.rest;
  if ((channel.before === undefined && channel.after === undefined) || !isOutside(channel, frame)) return keyedValue(keys, frame);
  const inside = within(channel, frame);
  return keyedValue(keys, inside.frame) + inside.add;
}

function keyedValue(keys: readonly Key[], frame: number): number {
  const index = keyIndexAt(keys, frame);
  if (index < 0) return (keys[0] as Key).value;
  const a = keys[index] as Key;
  const b = keys[index + 1];
  if (!b || a.join === 'held' || frame === a.frame) return a.value;
  const x = (frame - a.frame) / (b.frame - a.frame);
  if (a.bounces > 0) return a.value + (b.value - a.value) * bounceProgress(x, a.bounces);
  const c = spanCurve(keys, index);
  return spanValue(c.x1, c.x2, c.v0, c.v1, c.v2, c.v3, x);
}

/** Speed of a channel at a frame, in units a frame; the speed just after a key where the two sides differ. */
export function speedAt(channel: Channel, frame: number): number {
  if (channel.keys.length === 0) return 0;
  const inside = within(channel, frame);
  return inside.sign * keyedSpeed(channel.keys, inside.frame);
}

function keyedSpeed(keys: readonly Key[], frame: number): number {
  const index = keyIndexAt(keys, frame);
  const a = keys[index];
  const b = keys[index + 1];
  if (!a || !b || a.join === 'held') return 0;
  const span = b.frame - a.frame;
  const x = (frame - a.frame) / span;
  if (a.bounces > 0) {
    const d = 1e-5;
    const rise = bounceProgress(Math.min(1, x + d), a.bounces) - bounceProgress(Math.max(0, x - d), a.bounces);
    return ((b.value - a.value) * rise) / (Math.min(1, x + d) - Math.max(0, x - d)) / span;
  }
  const c = spanCurve(keys, index);
  return spanSlope(c.x1, c.x2, c.v0, c.v1, c.v2, c.v3, x) / span;
}
