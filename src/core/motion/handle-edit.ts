import type { Channel, Handle, Key } from './channel';
import { rebounds } from './rebound';
import { flowingSpeed, handleSpeed } from './span-curve';

/** Handles as a curve shows them: where they end, and their speeds in units a frame. */

export type Side = 'arrive' | 'leave';

/** A handle of a key: frame and value at which it ends, speed in units a frame, and how far it reaches as a share of the span. */
export interface HandleEnd {
  frame: number;
  value: number;
  speed: number;
  influence: number;
}

const LIMIT = 20;

const spanOf = (keys: readonly Key[], index: number, side: Side): { key: Key; other: Key; span: number; mean: number } | null => {
  const key = keys[index];
  const other = keys[index + (side === 'leave' ? 1 : -1)];
  if (!key || !other) return null;
  const span = Math.abs(other.frame - key.frame);
  return { key, other, span, mean: (other.value - key.value) / (other.frame - key.frame) };
};

/** Where a handle of a key ends; null where the key has no neighbour on that side, or the span has no handles. */
export function handleEnd(keys: readonly Key[], index: number, side: Side): HandleEnd | null {
  const at = spanOf(keys, index, side);
  if (!at) return null;
  const { key, other, span, mean } = at;
  const first = side === 'leave' ? key : other;
  if (first.join === 'held' || rebounds(first)) return null;
  const eased = key.join === 'eased' || key.join === 'held';
  const influence = eased ? key[side].influence : 1 / 3;
  const speed = key.join === 'straight' ? mean : key.join === 'flowing' ? flowingSpeed(keys, index) : handleSpeed(key[side], mean);
  const sign = side === 'leave' ? 1 : -1;
  return { frame: key.frame + sign * influence * span, value: key.value + sign * influence * span * speed, speed, influence };
}

/** The handle with an influence and a speed in units a frame, as a key keeps it. */
function handleOf(influence: number, speed: number, mean: number): Handle {
  const reach = Math.max(0, Math.min(1, influence));
  if (Math.abs(mean) < 1e-12) return { influence: reach, speed: 0, slope: speed };
  return { influence: reach, speed: Math.max(-LIMIT, Math.min(LIMIT, speed / mean)) };
}

/**
 * Gives a key's handle an influence and a speed in units a frame; the key becomes eased.
 * @param joined the other handle gets the same speed, so that it stays continuous through the key
 */
export function withHandle(channel: Channel, index: number, side: Side, influence: number, speed: number, joined: boolean): Channel {
  const at = spanOf(channel.keys, index, side);
  if (!at) return channel;
  const other: Side = side === 'leave' ? 'arrive' : 'leave';
  const beyond = spanOf(channel.keys, index, other);
  const own = handleOf(influence, speed, at.mean);
  const present = handleEnd(channel.keys, index, other);
  return {
    ...channel,
    keys: channel.keys.map((key, i) => {
      if (i !== index) return key;
      // What was straight or flowing keeps its shape on the side that is not touched.
      const kept = key.join === 'eased' || !present || !beyond ? key[other] : handleOf(present.influence, present.speed, beyond.mean);
      const opposite = joined && beyond && present ? handleOf(present.influence, speed, beyond.mean) : kept;
      return { ...key, join: 'eased', [side]: own, [other]: opposite };
    }),
  };
}
