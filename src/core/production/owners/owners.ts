import type { Channels } from '../../motion/channel';
import { channelMetaOf, type ChannelMeta } from '../../schema/fields';
import type { OwnerKind } from '../../schema/owner-kind';
import type { Production } from '../production';
import { OWNER_KINDS } from './kinds';
import { wordsOf } from './owner-words';

/** A channel of an owner: the owner's path in the production, and the channel's name there. */
export interface ChannelRef {
  owner: string;
  name: string;
}

/** An owner as it stands in a production. */
export interface FoundOwner {
  /** Names and ids, parted by slashes: where it stands. */
  path: string;
  kind: OwnerKind;
  /** What it is called, and what it belongs to, in words. */
  label: string;
  holder: string;
  /** What is selected with it: its camera, mark, shot, or itself. */
  holderPath: string;
  hue: number | null;
  channels: Channels;
  settings: Record<string, unknown>;
}

type Node = Record<string, unknown> & { id?: string; kind?: string; channels?: Channels; settings?: Record<string, unknown> };

/** The kinds of owners that stand at each place. */
const PLACES: { pattern: string[]; kinds: OwnerKind[] }[] = [];
for (const kind of OWNER_KINDS) {
  for (const place of kind.places) {
    const known = PLACES.find(({ pattern }) => pattern.join('/') === place);
    if (known) known.kinds.push(kind);
    else PLACES.push({ pattern: place.split('/'), kinds: [kind] });
  }
}

const step = (node: Node | undefined, name: string): Node | undefined =>
  (Array.isArray(node) ? (node as Node[]).find(({ id }) => id === name) : node?.[name]) as Node | undefined;

const kindAmong = (kinds: readonly OwnerKind[], node: Node): OwnerKind | undefined =>
  kinds.length === 1 ? kinds[0] : kinds.find(({ kind }) => kind === node.kind);

/** An owner by its path, which is walked; undefined when it is gone. */
export function ownerAt(production: Production, path: string): FoundOwner | undefined {
  const names = path.split('/');
  const place = PLACES.find(({ pattern }) => pattern.length === names.length && pattern.every((p, i) => p === '*' || p === names[i]));
  if (!place) return undefined;
  const way: Node[] = [];
  let node: Node | undefined = production as unknown as Node;
  for (const name of names) {
    node = step(node, name);
    if (!node) return undefined;
    way.push(node);
  }
  return found(production, names, way, place.kinds);
}

function found(
  production: Production,
  names: readonly string[],
  way: readonly Node[],
  kinds: readonly OwnerKind[],
): FoundOwner | undefined {
  const node = way[way.length - 1] as Node;
  const kind = kindAmong(kinds, node);
  if (!kind || !node.channels) return undefined;
  const held = way.length > 2 || names[0] === 'marks' || names[0] === 'shots';
  return {
    path: names.join('/'),
    kind,
    ...wordsOf(production, kind, names, way),
    holderPath: names.slice(0, held ? 2 : names.length).join('/'),
    hue: ((way[1] as { hue?: number } | undefined)?.hue ?? null) as number | null,
    channels: node.channels,
    settings: node.settings ?? {},
  };
}

const TOPS = [...new Set(PLACES.map(({ pattern }) => pattern[0] as string))];
const kept = new WeakMap<object, { index: number; owners: FoundOwner[] }>();

/** Every owner of a production: cameras first, each with all that it has. Those of what has not changed are kept as they were. */
export function allOwners(production: Production): FoundOwner[] {
  return TOPS.flatMap((top) => {
    const node = (production as unknown as Record<string, Node>)[top] as Node;
    if (!Array.isArray(node)) return ownersWithin(production, [top], [node]);
    return (node as Node[]).flatMap((item, index) => {
      const known = kept.get(item);
      if (known?.index === index) return known.owners;
      const made = ownersWithin(production, [top, item.id as string], [node, item]);
      if (Object.isFrozen(item)) kept.set(item, { index, owners: made });
      return made;
    });
  });
}

/** The owners at and below a place that is reached by some names. */
function ownersWithin(production: Production, names: readonly string[], way: readonly Node[]): FoundOwner[] {
  return PLACES.filter(({ pattern }) => names.every((name, i) => pattern[i] === '*' || pattern[i] === name)).flatMap(({ pattern, kinds }) =>
    expanded(pattern.slice(names.length), names, way).flatMap((end) => found(production, end.names, end.way, kinds) ?? []),
  );
}

type End = { names: readonly string[]; way: readonly Node[] };

function expanded(pattern: readonly string[], names: readonly string[], way: readonly Node[]): End[] {
  const [next, ...rest] = pattern;
  if (next === undefined) return [{ names, way }];
  const node = way[way.length - 1] as Node;
  // What has no ids is told apart by its names.
  const items: [string, Node | undefined][] =
    next !== '*'
      ? [[next, step(node, next)]]
      : Array.isArray(node)
        ? (node as Node[]).map((item) => [item.id as string, item])
        : (Object.entries(node) as [string, Node][]);
  return items.flatMap(([name, item]) => (item ? expanded(rest, [...names, name], [...way, item]) : []));
}

/** Whether the keys of an owner stand in delivered time: those of bent time and of shots do, all others in that of the scene. */
export const inDeliveredTime = (path: string): boolean => path === 'time' || path.startsWith('shots/');

/** What a channel of an owner is: its label, and of a number its unit and bounds. */
export const channelMeta = ({ kind }: Pick<FoundOwner, 'kind'>, name: string): ChannelMeta => channelMetaOf(kind.channels.shape, name);

/** The number of a channel that is known to be one. Throws for colours and switches. */
export function numberMeta(owner: Pick<FoundOwner, 'kind'>, name: string) {
  const meta = channelMeta(owner, name);
  if (meta.of !== 'number') throw new RangeError(`${name} is no number`);
  return meta;
}

/** Frames at which any channel of an owner has a key, in order. */
export function keyFrames({ channels }: Pick<FoundOwner, 'channels'>): number[] {
  const frames = new Set<number>();
  for (const channel of Object.values(channels)) for (const key of channel.keys) frames.add(key.frame);
  return [...frames].sort((a, b) => a - b);
}

export const isAnyKeyed = ({ channels }: Pick<FoundOwner, 'channels'>): boolean =>
  Object.values(channels).some(({ keys }) => keys.length > 0);
