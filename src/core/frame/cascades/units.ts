import { placesOf } from '../../motion/cascade';
import type { Mark } from '../../production/mark';
import type { Cascade } from '../../production/owners/cascade';
import { IDENTITY, positionOf, transformDirection, transformPoint, type Mat4 } from '../../space/matrix';
import { add, boxMiddle, subtract, type Vec3 } from '../../space/vector';
import type { MarkExtent, PartExtent } from '../frame-state';

/** What takes one turn of a cascade. */
export interface Unit {
  /** Parts of the mark that belong to it; of shells and copies its one number is its place among them. */
  parts: readonly number[];
  /** Place in the order, 0..1. */
  place: number;
  /** What it turns and grows about, in the frame of the mark. */
  point: Vec3;
  /** Turns the way that its offsets are told in into the frame of the mark; null for none. */
  axes: Mat4 | null;
  /** From the middle of its line to it: where it goes when that is drawn apart. */
  fromMiddle: Vec3;
}

/** What is known of a mark whose parts take their turn. */
export interface CascadeGround {
  extent: MarkExtent;
  pivot: Vec3;
  shells: number;
  copies: readonly Mat4[];
  areTiles: boolean;
}

/** A part alone, or the middle of several. */
interface Body {
  parts: readonly number[];
  middle: Vec3;
  baseline: number;
  line: number;
  home: Mat4;
}

/** Parts that are seen, put together by what they have in common. */
function grouped(parts: readonly PartExtent[], keyOf: (part: PartExtent, i: number) => number): Body[] {
  const groups = new Map<number, number[]>();
  parts.forEach((part, i) => {
    if (part.isBlank) return;
    const key = keyOf(part, i);
    const known = groups.get(key);
    if (known) known.push(i);
    else groups.set(key, [i]);
  });
  return [...groups.values()].map((own): Body => {
    const members = own.map((i) => parts[i] as PartExtent);
    const [first] = members as [PartExtent];
    if (members.length === 1) return { parts: own, middle: first.middle, baseline: first.baseline, line: first.line, home: first.home };
    const ends = (of: (...values: number[]) => number) => ([0, 1, 2] as const).map((k) => of(...members.map(({ middle }) => middle[k])));
    const middle = boxMiddle({ min: ends(Math.min) as unknown as Vec3, max: ends(Math.max) as unknown as Vec3 });
    // Several share no frame of their own: they go by that of the mark.
    return { parts: own, middle, baseline: first.baseline, line: first.line, home: IDENTITY };
  });
}

const isTurned = (m: Mat4): boolean => [1, 2, 4, 6, 8, 9].some((k) => Math.abs(m[k] as number) > 1e-9);

/** What of a mark the cascades on it stand on. */
export const cascadeGround = ({ shells, pattern }: Mark, extent: MarkExtent, pivot: Vec3, copies: readonly Mat4[]): CascadeGround => ({
  extent,
  pivot,
  shells: shells.length,
  copies,
  areTiles: pattern.kind === 'tiles',
});

/** The whole of a mark, once for each of so many things. */
const wholes = (n: number, { extent }: CascadeGround): Body[] =>
  Array.from({ length: n }, (_, i) => ({ parts: [i], middle: boxMiddle(extent), baseline: 0, line: 0, home: IDENTITY }));

/** Where a copy stands: its origin; of tiles, which are mirrored about their middles, where that is for one that is not. */
function copyMiddle({ extent, areTiles }: CascadeGround, copy: Mat4): Vec3 {
  const middle = boxMiddle(extent);
  return areTiles ? subtract(transformPoint(copy, middle), middle) : positionOf(copy);
}

function bodiesOf({ settings: { of } }: Cascade, ground: CascadeGround): Body[] {
  const parts = ground.extent.parts ?? [];
  switch (of) {
    case 'letters':
      return parts.length === 0 ? wholes(1, ground) : grouped(parts, (_, i) => i);
    case 'words':
      return parts.length === 0 ? wholes(1, ground) : grouped(parts, ({ word }) => word);
    case 'lines':
      return parts.length === 0 ? wholes(1, ground) : grouped(parts, ({ line }) => line);
    case 'shells':
      return wholes(ground.shells, ground);
    case 'copies':
      return wholes(ground.copies.length, ground).map((body, i) => {
        return { ...body, middle: copyMiddle(ground, ground.copies[i] as Mat4) };
      });
  }
}

/** The middle of each line, along it. */
function lineMiddles(bodies: readonly Body[]): Map<number, number> {
  const ends = new Map<number, [number, number]>();
  for (const { line, middle } of bodies) {
    const [a, b] = ends.get(line) ?? [Infinity, -Infinity];
    ends.set(line, [Math.min(a, middle[0]), Math.max(b, middle[0])]);
  }
  return new Map([...ends].map(([line, [a, b]]) => [line, (a + b) / 2]));
}

/** What takes its turn in a cascade, and when. */
export function unitsOf(cascade: Cascade, ground: CascadeGround): Unit[] {
  const { order, angle, seed, about, of } = cascade.settings;
  const bodies = bodiesOf(cascade, ground);
  const places = placesOf(
    order,
    bodies.map(({ middle: [x, y] }) => ({ x, y })),
    { angle, seed },
  );
  const middles = lineMiddles(bodies);
  const { min, max } = ground.extent;
  return bodies.map(({ parts, middle, baseline, line, home }, i): Unit => {
    const axes = isTurned(home) ? home : null;
    const deep = of === 'copies' ? middle[2] : middle[2] + (min[2] + max[2]) / 2;
    const inDepth: Vec3 = [middle[0], middle[1], about === 'front' && of !== 'copies' ? max[2] : deep];
    const up: Vec3 = axes ? transformDirection(axes, [0, baseline, 0]) : [0, baseline, 0];
    const point = about === 'pivot' ? ground.pivot : about === 'baseline' ? add(inDepth, up) : inDepth;
    const fromMiddle: Vec3 = [middle[0] - (middles.get(line) ?? 0), 0, 0];
    return { parts, place: places[i] as number, point, axes, fromMiddle };
  });
}
