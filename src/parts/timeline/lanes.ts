import type { Channel, Key } from '@/core/motion/channel';
import { SAME_FRAME } from '@/core/motion/edit-channel';
import { paceName } from '@/core/motion/pace';
import { speedSilhouette } from '@/core/motion/silhouette';
import { keyFrames, type ChannelGroup } from '@/core/production/channels';

/** Keys of a lane at one frame, drawn as a rivet. */
export interface Rivet {
  frame: number;
  /** What all channels keyed here have in common; null where they differ. */
  join: Key['join'] | null;
}

/** The span between two rivets, drawn as a block filled by its speed. */
export interface Move {
  from: number;
  to: number;
  /** Speeds at evenly spaced frames, as shares of the lane's greatest. */
  silhouette: number[];
  label: string;
}

export interface Lane {
  id: string;
  label: string;
  owner: string;
  hue: number | null;
  rivets: Rivet[];
  moves: Move[];
}

const STEPS = 64;

const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + (Number.isFinite(v) ? v : 0), 0) / values.length;
const common = <T>(values: readonly T[]): T | null => (values.length > 0 && values.every((v) => v === values[0]) ? (values[0] as T) : null);

function moveLabel(channels: readonly Channel[], from: number, to: number): string {
  const spans = channels.flatMap(({ keys }) => {
    const i = keys.findIndex((key) => Math.abs(key.frame - from) < SAME_FRAME);
    const [a, b] = [keys[i], keys[i + 1]];
    return a && b && Math.abs(b.frame - to) < SAME_FRAME && a.value !== b.value ? [{ a, b }] : [];
  });
  const join = common(spans.map(({ a }) => a.join));
  if (join === 'held' || join === 'straight' || join === 'flowing') return join;
  return common(spans.map(({ a, b }) => paceName({ leave: a.leave, arrive: b.arrive, bounces: a.bounces }))) ?? '';
}

const drawn = new WeakMap<ChannelGroup['channels'], Pick<Lane, 'rivets' | 'moves'>>();

/** What of a group is drawn in its lane. Kept as long as the group's channels are the same. */
function contentsOf(group: ChannelGroup): Pick<Lane, 'rivets' | 'moves'> {
  const known = drawn.get(group.channels);
  if (known) return known;
  const channels = Object.values(group.channels);
  const frames = keyFrames(group);
  const rivets = frames.map((frame) => ({
    frame,
    join: common(channels.flatMap(({ keys }) => keys.filter((key) => Math.abs(key.frame - frame) < SAME_FRAME).map((key) => key.join))),
  }));
  const moves = frames.slice(1).map((to, i): Move => {
    const from = frames[i] as number;
    return { from, to, silhouette: speedSilhouette(channels, from, to, STEPS), label: moveLabel(channels, from, to) };
  });
  // An even move fills half of its block: there is room above for those that go faster in part.
  const greatest = Math.max(1e-12, ...moves.flatMap(({ silhouette }) => [...silhouette.filter(Number.isFinite), 2 * mean(silhouette)]));
  for (const move of moves) move.silhouette = move.silhouette.map((speed) => Math.min(1, speed / greatest) || 0);
  const contents = { rivets, moves };
  drawn.set(group.channels, contents);
  return contents;
}

/** Lanes of the groups that belong to a camera, are keyed, or are asked for by id. */
export function lanesOf(groups: readonly ChannelGroup[], wanted: ReadonlySet<string>): Lane[] {
  return groups
    .filter(
      (group) =>
        group.kind === 'carrier' ||
        group.kind === 'lens' ||
        wanted.has(group.id) ||
        Object.values(group.channels).some(({ keys }) => keys.length > 0),
    )
    .map((group) => ({ id: group.id, label: group.label, owner: group.owner, hue: group.hue, ...contentsOf(group) }));
}

/** Frames next to `frame` among the rivets of a lane; infinite where there is none. */
export function neighbours({ rivets }: Lane, frame: number): [before: number, after: number] {
  const before = rivets.findLast((rivet) => rivet.frame < frame - SAME_FRAME)?.frame ?? -Infinity;
  const after = rivets.find((rivet) => rivet.frame > frame + SAME_FRAME)?.frame ?? Infinity;
  return [before, after];
}
