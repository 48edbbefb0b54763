import { spanSlope, spanValue } from './bezier';
import { bounceProgress } from './bounce';
import type { Channel, Key } from './channel';
import { goesOn, withinKeys } from './outside-keys';
import { readyChannel } from './ready-channels';
import { spanCurve } from './span-curve';

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

/** Value of a channel at a frame (fractional frames are fine). Before the first and after the last key it does what it is set to. */
export function valueAt(channel: Channel, frame: number): number {
  if (channel.keys.length === 0) return channel.rest;
  if (!goesOn(channel)) return keyedValue(channel, frame);
  const inside = withinKeys(channel, frame);
  return keyedValue(channel, inside.frame) + inside.add;
}

function keyedValue(channel: Channel, frame: number): number {
  const ready = readyChannel(channel);
  if (ready) return ready.valueAt(0, frame);
  const { keys } = channel;
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
  const inside = withinKeys(channel, frame);
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
