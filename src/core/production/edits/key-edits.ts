import { isKeyed, type Channel, type Value } from '../../motion/channel';
import { SAME_FRAME } from '../../motion/edit-channel';
import { closedLoop, straightened, withKeysPasted, withKeysRetimed, withKeysReversed, withoutKeys } from '../../motion/edit-keys';
import type { Pace } from '../../motion/pace';
import { setMovePace } from './channel-edits';
import { allOwners, channelMeta, ownerAt, type FoundOwner } from '../owners/owners';
import type { KeyClip } from '../key-clip';
import type { Production } from '../production';

/** Keys that are selected: of one channel of an owner at a frame or, without a name, of all its channels there. */
export interface KeyRef {
  owner: string;
  frame: number;
  name?: string | undefined;
}

interface SelectedChannel {
  owner: FoundOwner;
  name: string;
  channel: Channel<Value>;
  frames: number[];
}

/** The frames selected of each channel of each owner, in the order in which owners are selected. */
function selected(production: Production, refs: readonly KeyRef[]): SelectedChannel[] {
  const paths = [...new Set(refs.map(({ owner }) => owner))];
  return paths.flatMap((path) => {
    const owner = ownerAt(production, path);
    if (!owner) return [];
    return Object.entries(owner.channels).flatMap(([name, channel]) => {
      const wanted = refs.filter((ref) => ref.owner === path && (ref.name === undefined || ref.name === name));
      const frames = channel.keys
        .map(({ frame }) => frame)
        .filter((frame) => wanted.some((ref) => Math.abs(ref.frame - frame) < SAME_FRAME));
      return frames.length > 0 ? [{ owner, name, channel, frames }] : [];
    });
  });
}

type KeysChange = <V extends Value>(channel: Channel<V>, frames: number[]) => Channel<V>;

function change(draft: Production, refs: readonly KeyRef[], to: KeysChange): void {
  for (const { owner, name, channel, frames } of selected(draft, refs)) owner.channels[name] = to(channel, frames);
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

/** Gives every move between selected moments of an owner one pace. */
export function paceMoves(draft: Production, refs: readonly KeyRef[], pace: Pace): void {
  for (const path of new Set(refs.map(({ owner }) => owner))) {
    const own = refs.filter(({ owner }) => owner === path);
    const names = [...new Set(own.map(({ name }) => name))];
    for (const name of names) {
      const frames = [...new Set(own.filter((ref) => ref.name === name).map(({ frame }) => frame))].sort((a, b) => a - b);
      frames.slice(1).forEach((to, i) => setMovePace(draft, path, frames[i] as number, to, pace, name));
    }
  }
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

export function copyKeys(production: Production, refs: readonly KeyRef[]): KeyClip | null {
  const strips = selected(production, refs).map(({ owner, name, channel, frames }) => ({
    owner: owner.path,
    name,
    keys: channel.keys.filter((key) => frames.some((frame) => Math.abs(frame - key.frame) < SAME_FRAME)),
  }));
  return strips.length > 0 ? { from: keysExtent(refs)[0], strips } : null;
}

/**
 * Pastes keys at a frame: into the owners they came from or, given one, into that owner's channels of the same names.
 * @param only the one channel they go to, when they are of one channel
 * @returns what was pasted, as a selection; empty when nothing fitted
 */
export function pasteKeys(draft: Production, clip: KeyClip, frame: number, as: 'values' | 'shape', path?: string, only?: string): KeyRef[] {
  const pasted: KeyRef[] = [];
  const sources = new Set(clip.strips.map(({ owner }) => owner));
  for (const strip of clip.strips) {
    // Of several owners only their own can be meant.
    const owner = ownerAt(draft, path !== undefined && sources.size === 1 ? path : strip.owner);
    const name = only !== undefined && clip.strips.length === 1 ? only : strip.name;
    const channel = owner?.channels[name];
    // Colours are no numbers, and numbers no switches.
    if (!owner || !channel || typeof channel.rest !== typeof strip.keys[0]?.value) continue;
    owner.channels[name] = withKeysPasted(channel, strip.keys, frame - clip.from, as);
    pasted.push(...strip.keys.map((key) => ({ owner: owner.path, name, frame: key.frame + frame - clip.from })));
  }
  return pasted;
}

/**
 * Constant through cuts: makes all moves of the cameras straight but the last one's arrival, which keeps its pace (common practice:
 * between cuts keep the moves at constant speed and ease only the last).
 * @param lastCamera the camera of the last shot
 */
export function straightenThroughCuts(draft: Production, lastCamera: string): void {
  for (const { path, holderPath, channels } of allOwners(draft)) {
    if (!path.startsWith('cameras/')) continue;
    const isLast = holderPath === `cameras/${lastCamera}`;
    for (const [name, channel] of Object.entries(channels)) if (isKeyed(channel)) channels[name] = straightened(channel, isLast);
  }
}

/** A channel that cannot end as it began without a jump, and the frames it would jump over. */
export interface OpenEnd {
  owner: string;
  label: string;
  from: number;
  to: number;
}

/**
 * Makes every keyed channel end as it began: `end` is the first frame that is not delivered any more. Angles may end whole turns further;
 * what only drifts goes there and back.
 * @returns what was left as it was, since it could only jump
 */
export function closeTheLoop(draft: Production, end: number): OpenEnd[] {
  const open: OpenEnd[] = [];
  for (const owner of allOwners(draft)) {
    if (owner.kind.delivered) continue;
    for (const [name, channel] of Object.entries(owner.channels)) {
      if (!isKeyed(channel)) continue;
      const closed = closedLoop(channel, 0, end, turnOf(owner, name));
      if (closed) owner.channels[name] = closed;
      else {
        const label = `${owner.label}, ${owner.holder}: ${channelMeta(owner, name).label.toLowerCase()}`;
        open.push({ owner: owner.path, label, from: channel.keys.at(-1)?.frame ?? 0, to: end });
      }
    }
  }
  return open;
}

/** What counts as the same value again: a whole turn for angles, nothing for all else. */
function turnOf(owner: FoundOwner, name: string): number {
  const meta = channelMeta(owner, name);
  return meta.of === 'number' && meta.unit === '°' ? 360 : 0;
}
