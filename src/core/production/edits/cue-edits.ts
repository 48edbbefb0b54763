import { SAME_FRAME, withKeyMoved } from '../../motion/edit-channel';
import { allOwners } from '../owners/owners';
import type { Production } from '../production';
import { MAX_CUES, type Cue } from '../sound';
import { freshId } from './fresh-id';

/** Cues this close are one, frames. */
const SAME_CUE = 0.5;

/** Adds a cue; returns its id, or that of the one which is there already. */
export function addCue(draft: Production, frame: number, name = ''): string | null {
  const there = draft.cues.find((cue) => Math.abs(cue.frame - frame) < SAME_CUE);
  if (there) return there.id;
  if (draft.cues.length >= MAX_CUES || frame < 0) return null;
  const id = freshId(draft.cues, 'cue');
  draft.cues.push({ id, frame, name });
  draft.cues.sort((a, b) => a.frame - b.frame);
  return id;
}

export function removeCue(draft: Production, cueId: string): void {
  draft.cues = draft.cues.filter(({ id }) => id !== cueId);
}

/** Puts cues at frames in the place of all that were there; names of those that stay are kept. */
export function setCues(draft: Production, frames: readonly number[]): void {
  const before = draft.cues;
  draft.cues = [];
  for (const frame of [...frames].sort((a, b) => a - b).slice(0, MAX_CUES))
    addCue(draft, frame, before.find((cue) => Math.abs(cue.frame - frame) < SAME_CUE)?.name);
}

/** Frames of cues every so many seconds, from the first frame on. */
export function evenCues(length: number, framesPerSecond: number, seconds: number): number[] {
  const step = seconds * framesPerSecond;
  const count = Math.min(MAX_CUES, Math.floor((length - 1) / step + 1e-9) + 1);
  return Array.from({ length: count }, (_, i) => i * step);
}

/**
 * Moves a cue, between its neighbours. What hangs on it can follow: keys and shots that stand on its frame.
 */
export function moveCue(draft: Production, cueId: string, to: number, withHanging: boolean): void {
  const index = draft.cues.findIndex(({ id }) => id === cueId);
  const cue = draft.cues[index];
  if (!cue) return;
  const low = draft.cues[index - 1] ? (draft.cues[index - 1] as Cue).frame + SAME_CUE : 0;
  const high = draft.cues[index + 1] ? (draft.cues[index + 1] as Cue).frame - SAME_CUE : draft.format.length - 1;
  const from = cue.frame;
  const at = Math.max(low, Math.min(high, to));
  cue.frame = at;
  if (!withHanging) return;
  const by = Math.round(at) - Math.round(from);
  if (by === 0) return;
  for (const { channels } of allOwners(draft)) {
    for (const [name, channel] of Object.entries(channels)) {
      const key = channel.keys.find(({ frame }) => Math.abs(frame - from) <= SAME_CUE + SAME_FRAME);
      if (key && !passesAnother(channel.keys, key.frame, by)) channels[name] = withKeyMoved(channel, key.frame, key.frame + by);
    }
  }
  draft.shots.forEach((shot, i) => {
    const [before, after] = [draft.shots[i - 1]?.from ?? -1, draft.shots[i + 1]?.from ?? Infinity];
    const to = shot.from + by;
    if (i > 0 && Math.abs(shot.from - from) <= SAME_CUE && to > Math.max(0, before) && to < after) shot.from = to;
  });
}

/** Whether a key that moves would reach or pass a neighbour: then it stays where it is. */
const passesAnother = (keys: readonly { frame: number }[], from: number, by: number): boolean =>
  keys.some(({ frame }) => frame !== from && (frame - from) * (frame - from - by) <= 0);

/** The frame of the nearest cue within reach, else the frame itself. */
export function onCue(cues: readonly { frame: number }[], frame: number, reach: number): number {
  let best = frame;
  let least = reach;
  for (const cue of cues) {
    const away = Math.abs(cue.frame - frame);
    if (away <= least) [least, best] = [away, Math.round(cue.frame)];
  }
  return best;
}
