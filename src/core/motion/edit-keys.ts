import { DEFAULT_HANDLE, isNumber, type Channel, type Key, type Value } from './channel';
import { SAME_FRAME } from './edit-channel';
import { keyValue } from './key-value';
import { NO_REBOUND, reboundOf } from './rebound';

/** Edits of several keys of one channel at once. Keys are named by their frames. */

const isAmong = (frames: readonly number[]) => (key: Key<Value>) => frames.some((frame) => Math.abs(frame - key.frame) < SAME_FRAME);

/** Puts keys into a channel: they take the place of any that stand at their frames. The first of two at one frame stays. */
export function withKeys<V extends Value>(channel: Channel<V>, added: readonly Key<V>[]): Channel<V> {
  const fresh = added.filter((key, i) => added.findIndex((other) => Math.abs(other.frame - key.frame) < SAME_FRAME) === i);
  const kept = channel.keys.filter((key) => !isAmong(fresh.map(({ frame }) => frame))(key));
  return { ...channel, keys: [...kept, ...fresh].sort((a, b) => a.frame - b.frame) };
}

/** Takes keys out; when none is left the value of the last one stays as the rest value. */
export function withoutKeys<V extends Value>(channel: Channel<V>, frames: readonly number[]): Channel<V> {
  const among = isAmong(frames);
  const keys = channel.keys.filter((key) => !among(key));
  if (keys.length === channel.keys.length) return channel;
  return { ...channel, rest: keys.length === 0 ? (channel.keys[channel.keys.length - 1] as Key<V>).value : channel.rest, keys };
}

/** Gives keys other frames; a key that stood where one arrives is replaced. */
export function withKeysRetimed<V extends Value>(
  channel: Channel<V>,
  frames: readonly number[],
  to: (frame: number) => number,
): Channel<V> {
  const among = isAmong(frames);
  const moving = channel.keys.filter(among);
  if (moving.length === 0) return channel;
  return withKeys(
    { ...channel, keys: channel.keys.filter((key) => !among(key)) },
    moving.map((key) => ({ ...key, frame: to(key.frame) })),
  );
}

/**
 * Plays keys backwards between the first and the last of them: times are mirrored, and what led into a key leads out of it.
 * @param first frame that becomes `last`, when the keys are part of a longer selection
 */
export function withKeysReversed<V extends Value>(channel: Channel<V>, frames: readonly number[], first: number, last: number): Channel<V> {
  const among = isAmong(frames);
  const turning = channel.keys.filter(among);
  if (turning.length === 0) return channel;
  const reversed = turning.map((key, i): Key<V> => {
    const before = turning[i - 1];
    return {
      ...key,
      frame: first + last - key.frame,
      arrive: key.leave,
      leave: key.arrive,
      ...(before ? reboundOf(before) : NO_REBOUND),
      join: before && before.join === 'held' ? 'held' : key.join === 'held' ? 'eased' : key.join,
    };
  });
  return withKeys({ ...channel, keys: channel.keys.filter((key) => !among(key)) }, reversed);
}

/**
 * Pastes keys at a frame. As values they come as they were; as a shape they begin at the value that the channel has there, and
 * only their changes count.
 */
export function withKeysPasted<V extends Value>(
  channel: Channel<V>,
  keys: readonly Key<V>[],
  shift: number,
  as: 'values' | 'shape',
): Channel<V> {
  const first = keys[0];
  if (!first) return channel;
  const here = keyValue(channel, first.frame + shift);
  // Only numbers have changes that can be put on top of something else.
  const raised = (value: V): V =>
    as === 'shape' && typeof value === 'number' ? ((value + (here as number) - (first.value as number)) as V) : value;
  return withKeys(
    channel,
    keys.map((key) => ({ ...key, frame: key.frame + shift, value: raised(key.value) })),
  );
}

/** Makes every span straight but the last, whose arrival keeps its pace. Held keys stay held. */
export function straightened<V extends Value>(channel: Channel<V>, keepLast: boolean): Channel<V> {
  const last = channel.keys.length - 1;
  return {
    ...channel,
    keys: channel.keys.map((key, i) =>
      key.join === 'held' || (keepLast && i === last)
        ? key
        : { ...key, join: 'straight', ...NO_REBOUND, arrive: DEFAULT_HANDLE, leave: DEFAULT_HANDLE },
    ),
  };
}

/** So many times as fast as it ever moves, a return to the beginning is a jump. */
const JUMP = 2;

const keyed = (frame: number, value: number): Key => ({
  frame,
  value,
  join: 'eased',
  arrive: DEFAULT_HANDLE,
  leave: DEFAULT_HANDLE,
  bounces: 0,
});

/** A channel that goes one way only, made to end as it began: whole turns on, or there and back. Null where neither can be. */
function roundTrip(channel: Channel, start: number, end: number, turn: number): Channel | null {
  const [first, last] = [channel.keys[0] as Key, channel.keys[channel.keys.length - 1] as Key];
  const way = last.value - first.value;
  if (turn > 0 && Math.abs(way) > turn / 2) {
    const value = first.value + turn * Math.round(way / turn);
    return { ...channel, keys: [...channel.keys.slice(0, -1), { ...last, frame: end, value }] };
  }
  if (channel.keys.length !== 2) return null;
  return { ...channel, keys: [keyed(start, first.value), keyed((start + end) / 2, last.value), keyed(end, first.value)] };
}

/** Whether a channel of numbers would have to jump to be at the end what it was at the beginning. */
function wouldJump({ keys }: Channel, end: number, value: number): boolean {
  const own = keys.filter(({ frame }) => frame < end - SAME_FRAME);
  const last = own[own.length - 1];
  if (!last || own.length < 2) return false;
  const fastest = Math.max(
    ...own.slice(1).map((key, i) => Math.abs(key.value - (own[i] as Key).value) / (key.frame - (own[i] as Key).frame)),
  );
  return Math.abs(value - last.value) / (end - last.frame) > JUMP * fastest + 1e-9;
}

/** Whether a channel that moves would stand still once its key at the end had the value of the beginning. */
function wouldStand({ keys }: Channel, end: number, value: number): boolean {
  const [own, last] = [keys.filter(({ frame }) => frame < end - SAME_FRAME), keys[keys.length - 1] as Key];
  return last.frame >= end - SAME_FRAME && last.value !== value && own.every((key) => key.value === value);
}

/**
 * Makes a channel end as it began, so that it can be played round and round: the key at `end` takes the value of the first one, or one is
 * added, with the pace of passing through; angles may instead end whole turns further. What would have to fly back in a few frames goes
 * whole turns on, or there and back.
 * @param turn what counts as the same value again, 360 for angles, 0 for all else
 * @returns null where it cannot be closed without a jump
 */
export function closedLoop<V extends Value>(channel: Channel<V>, start: number, end: number, turn: number): Channel<V> | null {
  if (channel.keys.length === 0) return channel;
  const first = keyValue(channel, start);
  const at = keyValue(channel, end);
  const wound = typeof first === 'number' && typeof at === 'number' && turn > 0;
  const value = (wound ? first + turn * Math.round((at - first) / turn) : first) as V;
  const numbers: Channel<Value> = channel;
  if (isNumber(numbers) && (wouldJump(numbers, end, value as number) || wouldStand(numbers, end, value as number)))
    return roundTrip(numbers, start, end, turn) as Channel<V> | null;
  const like = channel.keys.findLast((key) => key.frame <= end + SAME_FRAME) ?? (channel.keys[0] as Key<V>);
  const here = channel.keys.find((key) => Math.abs(key.frame - end) < SAME_FRAME);
  return withKeys(channel, [{ ...(here ?? { ...like, ...NO_REBOUND }), frame: end, value }]);
}
