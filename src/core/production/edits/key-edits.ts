import type { Channel, Key } from '../../motion/channel';
import { SAME_FRAME } from '../../motion/edit-channel';
import { closedLoop, straightened, withKeysPasted, withKeysRetimed, withKeysReversed, withoutKeys } from '../../motion/edit-keys';
import { channelGroups, channelMeta, findGroup, type ChannelGroup } from '../channels';
import type { Production } from '../production';

/** Keys that are selected: of one channel of a group at a frame or, without a name, of all its channels there. */
export interface KeyRef {
  group: string;
  frame: number;
  name?: string | undefined;
}

/** The frames selected of each channel of each group. */
function selected(
  production: Production,
  refs: readonly KeyRef[],
): { group: ChannelGroup; name: string; channel: Channel; frames: number[] }[] {
  const groups = channelGroups(production).filter(({ id }) => refs.some((ref) => ref.group === id));
  return groups.flatMap((group) =>
    Object.entries(group.channels).flatMap(([name, channel]) => {
      const wanted = refs.filter((ref) => ref.group === group.id && (ref.name === undefined || ref.name === name));
      const frames = channel.keys
        .map(({ frame }) => frame)
        .filter((frame) => wanted.some((ref) => Math.abs(ref.frame - frame) < SAME_FRAME));
      return frames.length > 0 ? [{ group, name, channel, frames }] : [];
    }),
  );
}

function change(draft: Production, refs: readonly KeyRef[], to: (channel: Channel, frames: number[]) => Channel): void {
  for (const { group, name, channel, frames } of selected(draft, refs)) group.channels[name] = to(channel, frames);
}

/** First and last frame of a selection. */
export function keysExtent(refs: readonly KeyRef[]): [first: number, last: number] {
  const frames = refs.map(({ frame }) => frame);
  return [Math.min(...frames), Math.max(...frames)];
}

export function shiftKeys(draft: Production, refs: readonly KeyRef[], by: number): void {
  change(draft, refs, (channel, frames) => withKeysRetimed(channel, frames, (frame) => frame + by));
}

/** Stretches keys about a frame: 2 takes twice as long. Frames come out whole. */
export function stretchKeys(draft: Production, refs: readonly KeyRef[], about: number, factor: number): void {
  change(draft, refs, (channel, frames) => withKeysRetimed(channel, frames, (frame) => Math.round(about + (frame - about) * factor)));
}

export function reverseKeys(draft: Production, refs: readonly KeyRef[]): void {
  const [first, last] = keysExtent(refs);
  change(draft, refs, (channel, frames) => withKeysReversed(channel, frames, first, last));
}

export function removeKeys(draft: Production, refs: readonly KeyRef[]): void {
  change(draft, refs, withoutKeys);
}

/** Puts the selected moments, in order, on given frames; those that are left over keep their distance from the last. */
export function distributeKeys(draft: Production, refs: readonly KeyRef[], onto: readonly number[]): ReadonlyMap<number, number> {
  const moments = [...new Set(refs.map(({ frame }) => frame))].sort((a, b) => a - b);
  const last = Math.min(moments.length, onto.length) - 1;
  const to = new Map(
    moments.map((frame, i) => [frame, i <= last ? (onto[i] as number) : frame + ((onto[last] ?? frame) - (moments[last] ?? frame))]),
  );
  change(draft, refs, (channel, frames) =>
    withKeysRetimed(channel, frames, (frame) => [...to].find(([from]) => Math.abs(from - frame) < SAME_FRAME)?.[1] ?? frame),
  );
  return to;
}

/** Keys that were copied: of which channel of which group, from a first frame on. */
export interface KeyClip {
  from: number;
  strips: { group: string; name: string; keys: Key[] }[];
}

export function copyKeys(production: Production, refs: readonly KeyRef[]): KeyClip | null {
  const strips = selected(production, refs).map(({ group, name, channel, frames }) => ({
    group: group.id,
    name,
    keys: channel.keys.filter((key) => frames.some((frame) => Math.abs(frame - key.frame) < SAME_FRAME)),
  }));
  return strips.length > 0 ? { from: keysExtent(refs)[0], strips } : null;
}

/**
 * Pastes keys at a frame: into the groups they came from or, given one, into that group's channels of the same names.
 * @param only the one channel they go to, when they are of one channel
 * @returns what was pasted, as a selection; empty when nothing fitted
 */
export function pasteKeys(
  draft: Production,
  clip: KeyClip,
  frame: number,
  as: 'values' | 'shape',
  groupId?: string,
  only?: string,
): KeyRef[] {
  const pasted: KeyRef[] = [];
  const sources = new Set(clip.strips.map(({ group }) => group));
  for (const strip of clip.strips) {
    // Of several groups only their own can be meant.
    const group = findGroup(draft, groupId !== undefined && sources.size === 1 ? groupId : strip.group);
    const name = only !== undefined && clip.strips.length === 1 ? only : strip.name;
    const channel = group?.channels[name];
    if (!group || !channel) continue;
    group.channels[name] = withKeysPasted(channel, strip.keys, frame - clip.from, as);
    pasted.push(...strip.keys.map((key) => ({ group: group.id, name, frame: key.frame + frame - clip.from })));
  }
  return pasted;
}

/**
 * Constant through cuts: makes all moves of the cameras straight but the last one's arrival, which keeps its pace (common practice:
 * between cuts
 * keep the moves at constant speed and ease only the last).
 * @param lastCamera the camera of the last shot
 */
export function straightenThroughCuts(draft: Production, lastCamera: string): void {
  for (const group of channelGroups(draft)) {
    if (group.kind !== 'carrier' && group.kind !== 'lens' && group.kind !== 'aim') continue;
    for (const [name, channel] of Object.entries(group.channels))
      group.channels[name] = straightened(channel, group.ownerId === lastCamera);
  }
}

/**
 * Makes every keyed channel end as it began: `end` is the first frame that is not delivered any more. Angles may end whole turns further.
 */
export function closeTheLoop(draft: Production, end: number): void {
  for (const group of channelGroups(draft)) {
    if (group.kind === 'time') continue;
    for (const [name, channel] of Object.entries(group.channels))
      group.channels[name] = closedLoop(channel, 0, end, channelMeta(group, name).unit === '°' ? 360 : 0);
  }
}
