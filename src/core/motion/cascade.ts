import { radians } from '../space/angle';
import { seededRandom } from './random';

/**
 * A cascade: parts that take their turn through the same thing. All that says when each does is a share of the whole, so a change of the
 * parts or of the length changes no timing.
 */

/** What is known of a part that takes its turn: where its middle is in its mark, metres. */
export interface CascadePart {
  x: number;
  y: number;
}

/** How an order is found. */
interface OrderContext {
  /** Way that `along` goes, degrees from across, counter-clockwise. */
  angle: number;
  seed: number;
}

/** The place of each of some parts, 0 for the first one to 1 for the last. One alone is the first. */
type Ordering = (parts: readonly CascadePart[], context: OrderContext) => number[];

const spaced = (parts: readonly CascadePart[], of: (i: number, n: number) => number): number[] =>
  parts.length < 2 ? parts.map(() => 0) : parts.map((_, i) => of(i, parts.length));

/** Numbers scaled so that the least is 0 and the greatest 1. */
function scaled(values: readonly number[]): number[] {
  const [min, max] = [Math.min(...values), Math.max(...values)];
  return values.map((v) => (max - min < 1e-9 ? 0 : (v - min) / (max - min)));
}

/** Orders by name. A new one is one entry. */
export const ORDERINGS = {
  forward: (parts) => spaced(parts, (i, n) => i / (n - 1)),
  backward: (parts) => spaced(parts, (i, n) => 1 - i / (n - 1)),
  middle: (parts) => scaled(spaced(parts, (i, n) => Math.abs(2 * i - (n - 1)) / (n - 1))),
  edges: (parts) => scaled(spaced(parts, (i, n) => -Math.abs(2 * i - (n - 1)) / (n - 1))),
  along(parts, { angle }) {
    const [x, y] = [Math.cos(radians(angle)), Math.sin(radians(angle))];
    return parts.length === 0 ? [] : scaled(parts.map((part) => part.x * x + part.y * y));
  },
  /** A permutation: as even as forward. */
  random(parts, { seed }) {
    const next = seededRandom(seed);
    const left = parts.map((_, i) => i);
    const order = parts.map(() => left.splice(Math.floor(next() * left.length), 1)[0] as number);
    return spaced(parts, (i, n) => (order[i] as number) / (n - 1));
  },
} as const satisfies Record<string, Ordering>;
export type OrderName = keyof typeof ORDERINGS;
export const ORDER_NAMES = Object.keys(ORDERINGS) as OrderName[];

/** Places of parts in an order, each 0..1. */
export const placesOf = (order: OrderName, parts: readonly CascadePart[], context: OrderContext): number[] =>
  ORDERINGS[order](parts, context);

/**
 * How far a part is through its turn, 0..1.
 * @param progress of the whole, 0..1
 * @param place of the part in the order, 0..1
 * @param width of one turn as a share of the whole: 1 for all together, 1 / n for one after another
 */
export function shareOf(progress: number, place: number, width: number): number {
  const share = (progress - place * (1 - width)) / width;
  return share < 0 ? 0 : share > 1 ? 1 : share;
}

/** Ways to go through something. */
export const CASCADE_WAYS = ['arrival', 'exit', 'wave', 'swing'] as const;
export type CascadeWay = (typeof CASCADE_WAYS)[number];

/** A half wave over a share: nothing at both ends, all in the middle, without a corner. */
const bump = (share: number): number => 0.5 - 0.5 * Math.cos(2 * Math.PI * share);

/**
 * How far a part is from its rest, 1 for as far as the cascade says. Beyond 0..1 where its pace overshoots.
 * @param eased what the pace makes of a share
 */
export function awayAt(way: CascadeWay, progress: number, place: number, width: number, eased: (share: number) => number): number {
  switch (way) {
    case 'arrival':
      return 1 - eased(shareOf(progress, place, width));
    case 'exit':
      return eased(shareOf(progress, place, width));
    // It passes once: each part goes out and comes back within its turn.
    case 'wave':
      return bump(eased(shareOf(progress, place, width)));
    // It goes on for as long as progress does: each whole of it is one swing, and the last part lags by what is no turn of its own.
    case 'swing':
      return bump(progress - place * (1 - width));
  }
}
