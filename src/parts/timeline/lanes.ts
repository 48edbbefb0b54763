import { isColour, isKeyed, isSwitch, type Channel, type Key, type Value } from '@/core/motion/channel';
import { hexColour } from '@/core/colour/transfer';
import { keyReader } from '@/core/motion/readers';
import { SAME_FRAME } from '@/core/motion/edit-channel';
import { paceBetween, paceName } from '@/core/motion/pace';
import { speedSilhouette } from '@/core/motion/silhouette';
import { isAnyKeyed, keyFrames, type FoundOwner } from '@/core/production/owners/owners';

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

/** A keyed colour over time: its value at frames close together. */
export interface Strip {
  name: string;
  from: number;
  to: number;
  /** Evenly spaced from the first key to the last. */
  colours: string[];
}

/** A keyed switch over time: the spans in which it is on; the last one may have no end. */
export interface Bars {
  name: string;
  spans: { from: number; to: number }[];
}

export interface Lane {
  id: string;
  label: string;
  holder: string;
  hue: number | null;
  rivets: Rivet[];
  moves: Move[];
  strips: Strip[];
  bars: Bars[];
  /** When each of several things takes its turn in it, one below the other; nothing for most lanes. */
  fan: readonly { from: number; to: number }[];
}

const STEPS = 64;

const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + (Number.isFinite(v) ? v : 0), 0) / values.length;
const common = <T>(values: readonly T[]): T | null => (values.length > 0 && values.every((v) => v === values[0]) ? (values[0] as T) : null);

/** Speeds that differ by less than this share of the greatest look even. */
const EVEN = 0.08;

/** What a silhouette shows, in words: where in its span a move is fast. */
function silhouetteWords(speeds: readonly number[]): string {
  const finite = speeds.filter(Number.isFinite);
  const greatest = Math.max(...finite);
  if (!(greatest > 1e-6)) return 'rests';
  if (greatest - Math.min(...finite) < EVEN * greatest) return 'even';
  // Of speeds that are nearly the greatest the middle one: a plateau is fast in its middle.
  const fast = speeds.flatMap((speed, i) => (speed > (1 - EVEN) * greatest ? [i] : []));
  const peak = (fast[Math.floor(fast.length / 2)] ?? 0) / Math.max(1, speeds.length - 1);
  return peak < 1 / 3 ? 'fast at first' : peak > 2 / 3 ? 'fast at last' : 'fast between';
}

/** What is said of a move: the name of its pace where all of it has one, and else what its silhouette shows. */
function moveLabel(channels: readonly Channel<Value>[], from: number, to: number, silhouette: readonly number[]): string {
  const spans = channels.flatMap(({ keys }) => {
    const i = keys.findIndex((key) => Math.abs(key.frame - from) < SAME_FRAME);
    const [a, b] = [keys[i], keys[i + 1]];
    return a && b && Math.abs(b.frame - to) < SAME_FRAME && a.value !== b.value ? [{ a, b }] : [];
  });
  const join = common(spans.map(({ a }) => a.join));
  if (join === 'held') return join;
  const isEased = spans.every(({ a, b }) => a.join === 'eased' && (b.join === 'eased' || b.join === 'held'));
  const pace = isEased ? common(spans.map(({ a, b }) => paceName(paceBetween(a, b)))) : null;
  return pace ?? silhouetteWords(silhouette);
}

type LaneContents = Pick<Lane, 'rivets' | 'moves' | 'strips' | 'bars'>;

const COLOURS = 24;

function stripOf(name: string, channel: Channel<string>): Strip {
  const [from, to] = [channel.keys[0]?.frame ?? 0, channel.keys[channel.keys.length - 1]?.frame ?? 0];
  const reader = keyReader(channel);
  const at = (i: number) => hexColour(reader.at(from + ((to - from) * i) / (COLOURS - 1)));
  return { name, from, to, colours: Array.from({ length: COLOURS }, (_, i) => at(i)) };
}

function barsOf(name: string, { keys }: Channel<boolean>): Bars {
  const spans = keys.flatMap((key, i) => (key.value ? [{ from: key.frame, to: keys[i + 1]?.frame ?? Infinity }] : []));
  return { name, spans };
}

const drawn = new WeakMap<FoundOwner['channels'], LaneContents>();

/** What of a owner is drawn in its lane. Kept as long as the owner's channels are the same. */
function contentsOf(owner: FoundOwner): LaneContents {
  const known = drawn.get(owner.channels);
  if (known) return known;
  const channels = Object.values(owner.channels);
  const frames = keyFrames(owner);
  const rivets = frames.map((frame) => ({
    frame,
    join: common(channels.flatMap(({ keys }) => keys.filter((key) => Math.abs(key.frame - frame) < SAME_FRAME).map((key) => key.join))),
  }));
  const moves = frames.slice(1).map((to, i): Move => {
    const from = frames[i] as number;
    const silhouette = speedSilhouette(channels, from, to, STEPS);
    return { from, to, silhouette, label: moveLabel(channels, from, to, silhouette) };
  });
  // An even move fills half of its block: there is room above for those that go faster in part.
  const greatest = Math.max(1e-12, ...moves.flatMap(({ silhouette }) => [...silhouette.filter(Number.isFinite), 2 * mean(silhouette)]));
  for (const move of moves) move.silhouette = move.silhouette.map((speed) => Math.min(1, speed / greatest) || 0);
  const keyed = Object.entries(owner.channels).filter(([, channel]) => isKeyed(channel));
  const strips = keyed.flatMap(([name, channel]) => (isColour(channel) ? [stripOf(name, channel)] : []));
  const bars = keyed.flatMap(([name, channel]) => (isSwitch(channel) ? [barsOf(name, channel)] : []));
  const contents: LaneContents = { rivets, moves, strips, bars };
  drawn.set(owner.channels, contents);
  return contents;
}

type Fan = Lane['fan'];
const NO_FAN: Fan = [];
const lanes = new WeakMap<FoundOwner, Lane>();

/** The lane of an owner; the same as long as the owner and its fan are. */
function laneOf(owner: FoundOwner, fan: Fan): Lane {
  const known = lanes.get(owner);
  if (known?.fan === fan) return known;
  const lane = { id: owner.path, label: owner.label, holder: owner.holder, hue: owner.hue, fan, ...contentsOf(owner) };
  lanes.set(owner, lane);
  return lane;
}

/** Lanes of the owners that a camera is made of, are keyed, or are asked for by their path. */
export function lanesOf(owners: readonly FoundOwner[], wanted: ReadonlySet<string>, fanOf: (path: string) => Fan = () => NO_FAN): Lane[] {
  const isShown = (owner: FoundOwner) =>
    wanted.has(owner.path) || isAnyKeyed(owner) || (owner.path.startsWith('cameras/') && owner.kind.applies === undefined);
  return owners
    .filter((owner) => isShown(owner) && (owner.kind.applies?.(owner.settings as never) ?? true))
    .map((owner) => laneOf(owner, fanOf(owner.path)));
}

/** Frames next to `frame` among the rivets of a lane; infinite where there is none. */
export function neighbours({ rivets }: Lane, frame: number): [before: number, after: number] {
  const before = rivets.findLast((rivet) => rivet.frame < frame - SAME_FRAME)?.frame ?? -Infinity;
  const after = rivets.find((rivet) => rivet.frame > frame + SAME_FRAME)?.frame ?? Infinity;
  return [before, after];
}
