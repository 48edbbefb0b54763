import type { Channel, Key } from '../../motion/channel';
import { valueAt } from '../../motion/evaluate-channel';
import { keyAt, SAME_FRAME, withKey, withKeyChanged, withKeyMoved, withoutKey, withPace, withValue } from '../../motion/edit-channel';
import type { Pace } from '../../motion/pace';
import { findGroup, keyFrames, type ChannelGroup, type ChannelRef } from '../channels';
import type { Production } from '../production';

/**
 * Edits change the production they are given: call them on a draft. An edit of something that is
 * no longer there does nothing.
 */

function replace(group: ChannelGroup | undefined, name: string, change: (channel: Channel) => Channel): void {
  const channel = group?.channels[name];
  if (group && channel) group.channels[name] = change(channel);
}

function replaceAll(group: ChannelGroup | undefined, change: (channel: Channel) => Channel): void {
  if (group) for (const name of Object.keys(group.channels)) replace(group, name, change);
}

function each(group: ChannelGroup | undefined, name: string | undefined, change: (channel: Channel) => Channel): void {
  if (name === undefined) replaceAll(group, change);
  else replace(group, name, change);
}

/** Changes one channel by a function of it. */
export function changeChannel(draft: Production, ref: ChannelRef, change: (channel: Channel) => Channel): void {
  replace(findGroup(draft, ref.group), ref.name, change);
}

/** Sets a value at a frame: a key where the channel is keyed, the rest value where not. */
export function setChannelValue(draft: Production, ref: ChannelRef, frame: number, value: number): void {
  replace(findGroup(draft, ref.group), ref.name, (channel) => withValue(channel, frame, value));
}

/** Adds a key with the present value at a frame, or removes the one there. */
export function toggleKey(draft: Production, ref: ChannelRef, frame: number): void {
  replace(findGroup(draft, ref.group), ref.name, (channel) =>
    keyAt(channel, frame) ? withoutKey(channel, frame) : withKey(channel, frame, valueAt(channel, frame)),
  );
}

/** Sets keys on several channels of a group at one frame: a station. */
export function setStation(draft: Production, groupId: string, frame: number, values: Record<string, number>): void {
  const group = findGroup(draft, groupId);
  for (const [name, value] of Object.entries(values)) replace(group, name, (channel) => withKey(channel, frame, value));
}

/** Removes all keys of a group at a frame. */
export function removeStation(draft: Production, groupId: string, frame: number): void {
  replaceAll(findGroup(draft, groupId), (channel) => withoutKey(channel, frame));
}

/** Moves all keys of a group from one frame to another; keys already there are replaced. */
export function moveStation(draft: Production, groupId: string, from: number, to: number): void {
  replaceAll(findGroup(draft, groupId), (channel) => withKeyMoved(channel, from, to));
}

/** Shifts both ends of a move by the same number of frames, between its neighbours. */
export function shiftMove(draft: Production, groupId: string, from: number, to: number, by: number): void {
  const group = findGroup(draft, groupId);
  if (!group || by === 0) return;
  const frames = keyFrames(group);
  const before = frames.filter((f) => f < from - SAME_FRAME).at(-1) ?? -Infinity;
  const after = frames.find((f) => f > to + SAME_FRAME) ?? Infinity;
  const shift = Math.max(before + 1 - from, Math.min(after - 1 - to, by));
  const ends = shift > 0 ? [to, from] : [from, to];
  for (const end of ends) replaceAll(group, (channel) => withKeyMoved(channel, end, end + shift));
}

/** Changes join or handles of the keys at a frame: of one channel when it is named, else of the whole group. */
export function changeStation(
  draft: Production,
  groupId: string,
  frame: number,
  change: Partial<Omit<Key, 'frame' | 'value'>>,
  name?: string,
): void {
  each(findGroup(draft, groupId), name, (channel) => withKeyChanged(channel, frame, change));
}

/** Gives the move between two stations a pace: in one channel when it is named, else in the whole group. */
export function setMovePace(draft: Production, groupId: string, from: number, to: number, pace: Pace, name?: string): void {
  each(findGroup(draft, groupId), name, (channel) => withPace(channel, from, to, pace));
}

/** Keys every channel of a group at a frame with the value it has there. */
export function keyGroup(draft: Production, groupId: string, frame: number): void {
  replaceAll(findGroup(draft, groupId), (channel) => withKey(channel, frame, valueAt(channel, frame)));
}
