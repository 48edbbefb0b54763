import { placeRings, ringBounds, type Bounds, type Ring } from './ring';
import { separateTouching } from './separate';
import { unite } from './unite';

/** Outlines that stand somewhere. Equal ids mean equal rings. */
export interface StandingRings {
  id: string;
  rings: Ring[];
  x: number;
  y: number;
  /** Parts of the mark that it is: letters by their places among all letters, or paths of a drawing. */
  parts: readonly number[];
}

export interface UnitedPiece {
  /** Equal keys mean equal rings: what repeats is built once. */
  key: string;
  rings: Ring[];
  x: number;
  y: number;
  /** Parts of the mark that it is made of. */
  parts: readonly number[];
}

const partsOf = (group: readonly StandingRings[]): number[] => [...new Set(group.flatMap(({ parts }) => parts))];

/** Groups of boxes that overlap, directly or by others between them; each group as indices. */
export function overlappingGroups(boxes: readonly Bounds[]): number[][] {
  const parent = boxes.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i] as number)));
  const order = boxes.map((_, i) => i).sort((a, b) => (boxes[a] as Bounds).x0 - (boxes[b] as Bounds).x0);
  order.forEach((i, n) => {
    const a = boxes[i] as Bounds;
    for (let m = n + 1; m < order.length; m++) {
      const j = order[m] as number;
      const b = boxes[j] as Bounds;
      if (b.x0 >= a.x1) break;
      if (b.y0 < a.y1 && a.y0 < b.y1) parent[root(j)] = root(i);
    }
  });
  const groups = new Map<number, number[]>();
  boxes.forEach((_, i) => groups.set(root(i), [...(groups.get(root(i)) ?? []), i]));
  return [...groups.values()];
}

/** Puts outlines that stand nearer together than twice a reach into one, without uniting them: what grows from them meets. */
export function joinNear(standing: readonly StandingRings[], reach: number): UnitedPiece[] {
  const boxed = standing.flatMap((item) => {
    const b = ringBounds(item.rings);
    return b
      ? [{ ...item, box: { x0: b.x0 + item.x - reach, x1: b.x1 + item.x + reach, y0: b.y0 + item.y - reach, y1: b.y1 + item.y + reach } }]
      : [];
  });
  return overlappingGroups(boxed.map(({ box }) => box)).map((members) => {
    const group = members.map((m) => boxed[m] as (typeof boxed)[number]);
    const first = group[0] as (typeof boxed)[number];
    return {
      key: groupKey(group),
      rings: group.flatMap((g) => placeRings(g.rings, 1, g.x - first.x, g.y - first.y)),
      x: first.x,
      y: first.y,
      parts: partsOf(group),
    };
  });
}

/** Equal for groups of the same outlines at the same distances. */
const groupKey = (group: readonly StandingRings[]): string => {
  const first = group[0] as StandingRings;
  return group.map((g) => `${g.id}@${(g.x - first.x).toFixed(6)},${(g.y - first.y).toFixed(6)}`).join(' ');
};

/**
 * Unites outlines whose boxes overlap, so that none runs through another; the rest stay by themselves.
 * @param scale size that tolerances refer to
 */
export function uniteOverlapping(standing: readonly StandingRings[], scale: number): UnitedPiece[] {
  const boxed = standing.flatMap((item) => {
    const b = ringBounds(item.rings);
    return b ? [{ ...item, box: { x0: b.x0 + item.x, x1: b.x1 + item.x, y0: b.y0 + item.y, y1: b.y1 + item.y } }] : [];
  });
  const made = new Map<string, Ring[]>();
  return overlappingGroups(boxed.map(({ box }) => box))
    .map((members) => {
      const group = members.map((m) => boxed[m] as (typeof boxed)[number]);
      const first = group[0] as (typeof boxed)[number];
      const key = groupKey(group);
      let rings = made.get(key);
      if (!rings) {
        const all = group.flatMap((g) => placeRings(g.rings, 1, g.x - first.x, g.y - first.y));
        rings = separateTouching(unite(all, { scale }), 2e-5 * scale);
        made.set(key, rings);
      }
      return { key, rings, x: first.x, y: first.y, parts: partsOf(group) };
    })
    .filter((piece) => piece.rings.length > 0);
}
