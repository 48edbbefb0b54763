import { spanSlope } from './bezier';
import type { Channel, Key } from './channel';
import { keyIndexAt } from './key-search';
import { withinKeys } from './outside-keys';
import { reboundCode, reboundProgress } from './rebound';
import { spanCurve } from './span-curve';

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
  const rebound = reboundCode(a);
  if (rebound !== 0) {
    const d = 1e-5;
    const rise = reboundProgress(rebound, Math.min(1, x + d)) - reboundProgress(rebound, Math.max(0, x - d));
    return ((b.value - a.value) * rise) / (Math.min(1, x + d) - Math.max(0, x - d)) / span;
  }
  const c = spanCurve(keys, index);
  return spanSlope(c.x1, c.x2, c.v0, c.v1, c.v2, c.v3, x) / span;
}
