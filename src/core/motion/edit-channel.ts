import { DEFAULT_HANDLE, type Channel, type Handle, type Join, type Key, type Value } from './channel';
import { keyIndexAt } from './key-search';
import type { Rebounding } from './rebound';

/** Two frames this close count as one: half a thousandth of a frame cannot be seen or meant. */
export const SAME_FRAME = 5e-4;

export function keyAt<V extends Value>(channel: Channel<V>, frame: number): Key<V> | undefined {
  return channel.keys.find((key) => Math.abs(key.frame - frame) < SAME_FRAME);
}

/** Adds a key, or gives the key at that frame a new value. A new key takes the join and handles of the key before it. */
export function withKey<V extends Value>(
  channel: Channel<V>,
  frame: number,
  value: V,
  extra: Partial<Omit<Key, 'frame' | 'value'>> = {},
): Channel<V> {
  const existing = keyAt(channel, frame);
  if (existing) {
    return { ...channel, keys: channel.keys.map((key) => (key === existing ? { ...key, value, ...extra } : key)) };
  }
  const index = keyIndexAt(channel.keys, frame);
  const before = channel.keys[index];
  // A switch is always held.
  const join: Join = typeof value === 'boolean' ? 'held' : before && before.join !== 'held' ? before.join : 'eased';
  const key: Key<V> = { frame, value, join, arrive: DEFAULT_HANDLE, leave: DEFAULT_HANDLE, bounces: 0, ...extra };
  return { ...channel, keys: [...channel.keys.slice(0, index + 1), key, ...channel.keys.slice(index + 1)] };
}

/** Removes the key at a frame; the value of the last key removed stays as the rest value. */
export function withoutKey<V extends Value>(channel: Channel<V>, frame: number): Channel<V> {
  const gone = keyAt(channel, frame);
  if (!gone) return channel;
  const keys = channel.keys.filter((key) => key !== gone);
  return { ...channel, rest: keys.length === 0 ? gone.value : channel.rest, keys };
}

/** Sets the value at a frame: on a keyed channel this sets a key there, otherwise the rest value. */
export function withValue<V extends Value>(channel: Channel<V>, frame: number, value: V): Channel<V> {
  return channel.keys.length > 0 ? withKey(channel, frame, value) : { ...channel, rest: value };
}

/**
 * Moves the key at `from` to `to`. A key may pass its neighbours; a key already at the target frame is replaced.
 */
export function withKeyMoved<V extends Value>(channel: Channel<V>, from: number, to: number): Channel<V> {
  const moving = keyAt(channel, from);
  if (!moving || Math.abs(from - to) < SAME_FRAME) return channel;
  const keys = channel.keys.filter((key) => key !== moving && Math.abs(key.frame - to) >= SAME_FRAME);
  keys.push({ ...moving, frame: to });
  keys.sort((a, b) => a.frame - b.frame);
  return { ...channel, keys };
}

/** Changes join, handles or bounces of the key at a frame. */
export function withKeyChanged<V extends Value>(channel: Channel<V>, frame: number, change: Partial<Omit<Key<V>, 'frame'>>): Channel<V> {
  return { ...channel, keys: channel.keys.map((key) => (Math.abs(key.frame - frame) < SAME_FRAME ? { ...key, ...change } : key)) };
}

/** A channel moved as a whole: what it did it goes on doing, from there. */
export const withShift = (channel: Channel, by: number): Channel => ({
  ...channel,
  rest: channel.rest + by,
  keys: channel.keys.map((key) => ({ ...key, value: key.value + by })),
});

/** A channel of values so many times as large, with the slopes that its keys have of their own. */
export const withScale = (channel: Channel, factor: number): Channel => {
  const scaled = (handle: Handle): Handle => (handle.slope === undefined ? handle : { ...handle, slope: handle.slope * factor });
  const keys = channel.keys.map((key) => ({
    ...key,
    value: key.value * factor,
    arrive: scaled(key.arrive),
    leave: scaled(key.leave),
  }));
  return { ...channel, rest: channel.rest * factor, keys };
};

/** Gives the span from one key frame to the next a pace: both ends become eased, with these handles. */
export function withPace<V extends Value>(
  channel: Channel<V>,
  fromFrame: number,
  toFrame: number,
  pace: { leave: Handle; arrive: Handle } & Rebounding,
): Channel<V> {
  return {
    ...channel,
    keys: channel.keys.map((key) => {
      if (Math.abs(key.frame - fromFrame) < SAME_FRAME)
        return { ...key, join: 'eased', leave: pace.leave, bounces: pace.bounces, swing: pace.swing };
      if (Math.abs(key.frame - toFrame) < SAME_FRAME) return { ...key, join: key.join === 'held' ? 'held' : 'eased', arrive: pace.arrive };
      return key;
    }),
  };
}
