import { isNumber, type Channel, type Key, type Value } from '../../motion/channel';
import { keyAt, SAME_FRAME, withKey, withKeyChanged, withKeyMoved, withoutKey, withPace, withValue } from '../../motion/edit-channel';
import { keyValue } from '../../motion/key-value';
import type { Pace } from '../../motion/pace';
import type { Vec3 } from '../../space/vector';
import { keyFrames, ownerAt, type ChannelRef, type FoundOwner } from '../owners/owners';
import type { Production } from '../production';
import { resolverOf } from '../resolver';

/**
 * Edits change the production they are given: call them on a draft. An edit of something that is
 * no longer there does nothing.
 */

/** A change of a channel of any kind. */
type Change = <V extends Value>(channel: Channel<V>) => Channel<V>;

function replace(owner: FoundOwner | undefined, name: string, change: Change): void {
  const channel = owner?.channels[name];
  if (owner && channel) owner.channels[name] = change(channel);
}

function replaceAll(owner: FoundOwner | undefined, change: Change): void {
  if (owner) for (const name of Object.keys(owner.channels)) replace(owner, name, change);
}

function each(owner: FoundOwner | undefined, name: string | undefined, change: Change): void {
  if (name === undefined) replaceAll(owner, change);
  else replace(owner, name, change);
}

/** Changes one channel by a function of it. */
export function changeChannel(draft: Production, ref: ChannelRef, change: Change): void {
  replace(ownerAt(draft, ref.owner), ref.name, change);
}

/** Changes one channel that carries a number; does nothing to others. */
export function changeNumber(draft: Production, ref: ChannelRef, change: (channel: Channel) => Channel): void {
  changeChannel(draft, ref, (channel) => (isNumber(channel) ? (change(channel) as typeof channel) : channel));
}

/**
 * Sets a value at a frame: a key where the channel is keyed, the rest value where not. Of another kind than the channel's it does
 * nothing.
 */
export function setChannelValue(draft: Production, ref: ChannelRef, frame: number, value: Value): void {
  changeChannel(draft, ref, (channel) =>
    typeof channel.rest === typeof value ? withValue(channel, frame, value as typeof channel.rest) : channel,
  );
}

/** Moves an owner that stands somewhere by metres in the frame that its place is told in. */
export function moveOwner(draft: Production, owner: string, frame: number, by: Vec3): void {
  (['x', 'y', 'z'] as const).forEach((name, i) => {
    const shift = by[i] as number;
    const present = shift === 0 ? null : resolverOf(draft).at(owner, name, frame);
    if (typeof present === 'number') setChannelValue(draft, { owner, name }, frame, present + shift);
  });
}

/** Adds a key with the present value at a frame, or removes the one there. */
export function toggleKey(draft: Production, ref: ChannelRef, frame: number): void {
  changeChannel(draft, ref, (channel) =>
    keyAt(channel, frame) ? withoutKey(channel, frame) : withKey(channel, frame, keyValue(channel, frame)),
  );
}

/** Sets keys on several channels of an owner at one frame: a station. */
export function setStation(draft: Production, path: string, frame: number, values: Record<string, Value>): void {
  const owner = ownerAt(draft, path);
  for (const [name, value] of Object.entries(values))
    replace(owner, name, (channel) => withKey(channel, frame, value as typeof channel.rest));
}

/** Removes all keys of an owner at a frame. */
export function removeStation(draft: Production, path: string, frame: number): void {
  replaceAll(ownerAt(draft, path), (channel) => withoutKey(channel, frame));
}

/** Moves all keys of an owner from one frame to another; keys already there are replaced. */
export function moveStation(draft: Production, path: string, from: number, to: number): void {
  replaceAll(ownerAt(draft, path), (channel) => withKeyMoved(channel, from, to));
}

/** Shifts both ends of a move by the same number of frames, between its neighbours. */
export function shiftMove(draft: Production, path: string, from: number, to: number, by: number): void {
  const owner = ownerAt(draft, path);
  if (!owner || by === 0) return;
  const frames = keyFrames(owner);
  const before = frames.filter((f) => f < from - SAME_FRAME).at(-1) ?? -Infinity;
  const after = frames.find((f) => f > to + SAME_FRAME) ?? Infinity;
  const shift = Math.max(before + 1 - from, Math.min(after - 1 - to, by));
  const ends = shift > 0 ? [to, from] : [from, to];
  for (const end of ends) replaceAll(owner, (channel) => withKeyMoved(channel, end, end + shift));
}

/** Changes join or handles of the keys at a frame: of one channel when it is named, else of the whole owner. */
export function changeStation(
  draft: Production,
  path: string,
  frame: number,
  change: Partial<Omit<Key, 'frame' | 'value'>>,
  name?: string,
): void {
  each(ownerAt(draft, path), name, (channel) => withKeyChanged(channel, frame, change));
}

/** Gives the move between two stations a pace: in one channel when it is named, else in the whole owner. */
export function setMovePace(draft: Production, path: string, from: number, to: number, pace: Pace, name?: string): void {
  each(ownerAt(draft, path), name, (channel) => withPace(channel, from, to, pace));
}

/** Keys every channel of an owner at a frame with the value it has there. */
export function keyOwner(draft: Production, path: string, frame: number): void {
  replaceAll(ownerAt(draft, path), (channel) => withKey(channel, frame, keyValue(channel, frame)));
}
