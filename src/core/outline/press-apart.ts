import { Clipper64, ClipType, FillRule, PathType, type Paths64 } from 'clipper2-ts';
import { placeRings, ringBounds, type Ring } from './ring';
import type { StandingRings } from './overlap';
import { separateTouching } from './separate';
import { cutAway, cutInside } from './unite';

/** A straight line of contact between two outlines, in the frame of the outline: from (x0, y0) to (x1, y1). */
export type Contact = readonly [number, number, number, number];

export interface PressedRings extends StandingRings {
  contacts: Contact[];
}

interface Corner {
  x: number;
  y: number;
  /** 1 for a vertex of the first outline, 2 for one of the second, 0 where they cross. */
  z?: number;
}

/**
 * Outlines that overlap push one another back to a straight line of contact between the points where they cross, as two soft
 * bodies of equal pressure do. Those that overlap in more than one way are left as they are there.
 * @param scale size that tolerances refer to
 */
export function pressApart(standing: readonly StandingRings[], scale: number): PressedRings[] {
  const placed = standing.map((item) => ({ ...item, all: placeRings(item.rings, 1, item.x, item.y), contacts: [] as Contact[] }));
  for (let i = 0; i < placed.length; i++) {
    for (let j = i + 1; j < placed.length; j++) {
      const [a, b] = [placed[i], placed[j]] as [(typeof placed)[number], (typeof placed)[number]];
      const [boxA, boxB] = [ringBounds(a.all), ringBounds(b.all)];
      if (!boxA || !boxB || boxA.x1 <= boxB.x0 || boxB.x1 <= boxA.x0 || boxA.y1 <= boxB.y0 || boxB.y1 <= boxA.y0) continue;
      for (const { line, fromFirst, fromSecond } of overlaps(a.all, b.all, scale)) {
        a.all = cutAway(a.all, [corners(fromFirst)], { scale });
        b.all = cutAway(b.all, [corners(fromSecond)], { scale });
        a.contacts.push(line);
        b.contacts.push(line);
      }
    }
  }
  return placed.map(({ all, contacts, id, x, y, parts }) => ({
    id:
      contacts.length > 0
        ? `${id}|pressed ${contacts.map((c) => c.map((v, k) => (v - (k % 2 === 0 ? x : y)).toFixed(6)).join()).join(' ')}`
        : id,
    rings: contacts.length > 0 ? separateTouching(placeRings(all, 1, -x, -y), 2e-5 * scale) : placeRings(all, 1, -x, -y),
    contacts: contacts.map(([x0, y0, x1, y1]) => [x0 - x, y0 - y, x1 - x, y1 - y] as const),
    x,
    y,
    parts,
  }));
}

/**
 * An outline pressed flat by the sides of an invisible box, which stands some way beyond the extent of what it grew from.
 * @param own rings that it grew from, in the same frame
 * @param beyond metres from their extent to the box
 */
export function insideBox({ id, rings, x, y, parts }: StandingRings, own: readonly Ring[], beyond: number, scale: number): PressedRings {
  const [extent, grown] = [ringBounds(own), ringBounds(rings)];
  if (!extent || !grown) return { id, rings, x, y, parts, contacts: [] };
  const [x0, y0, x1, y1] = [extent.x0 - beyond, extent.y0 - beyond, extent.x1 + beyond, extent.y1 + beyond];
  const sides = (
    [
      [x0, y0, x0, y1],
      [x1, y0, x1, y1],
      [x0, y0, x1, y0],
      [x0, y1, x1, y1],
    ] as const
  ).filter((_, i) => [grown.x0 < x0, grown.x1 > x1, grown.y0 < y0, grown.y1 > y1][i]);
  if (sides.length === 0) return { id, rings, x, y, parts, contacts: [] };
  const box = corners(
    [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ].map(([px, py]) => ({ x: px as number, y: py as number })),
  );
  return {
    id: `${id}|boxed ${beyond}`,
    rings: separateTouching(cutInside(rings, [box], { scale }), 2e-5 * scale),
    x,
    y,
    parts,
    contacts: [...sides],
  };
}

const corners = (points: readonly Corner[]): Ring => {
  const ring = points.map(({ x, y }) => ({ x, y, arriveX: 0, arriveY: 0, leaveX: 0, leaveY: 0 }));
  return ring;
};

/** Where two outlines overlap: the line of contact, and what each must give up. */
function overlaps(
  first: readonly Ring[],
  second: readonly Ring[],
  scale: number,
): { line: Contact; fromFirst: Corner[]; fromSecond: Corner[] }[] {
  const grid = 1_048_576 / scale;
  const onGrid = (rings: readonly Ring[], z: number): Paths64 =>
    rings.map((ring) => ring.map((v) => ({ x: Math.round(v.x * grid), y: Math.round(v.y * grid), z })));
  const clipper = new Clipper64();
  clipper.zCallback = (_a, _b, _c, _d, point) => {
    point.z = 0;
  };
  clipper.addPaths(onGrid(first, 1), PathType.Subject, false);
  clipper.addPaths(onGrid(second, 2), PathType.Clip, false);
  const found: Paths64 = [];
  clipper.execute(ClipType.Intersection, FillRule.NonZero, found);
  return found.flatMap((path) => {
    const points = (path as Corner[]).map(({ x, y, z }) => ({ x: x / grid, y: y / grid, z }));
    const crossings = points.flatMap((p, i) => (p.z ? [] : [i]));
    if (crossings.length !== 2) return [];
    const [from, to] = crossings as [number, number];
    const one = points.slice(from, to + 1);
    const other = [...points.slice(to), ...points.slice(0, from + 1)];
    // The stretch that is the first outline's own edge lies deep in the second one.
    const oneIsFirst =
      one.filter(({ z }) => z === 1).length + other.filter(({ z }) => z === 2).length >=
      one.filter(({ z }) => z === 2).length + other.filter(({ z }) => z === 1).length;
    const [p, q] = [points[from] as Corner, points[to] as Corner];
    const line = [p.x, p.y, q.x, q.y] as const;
    return [
      {
        line,
        fromFirst: beyond(line, oneIsFirst ? one : other, 1e-4 * scale),
        fromSecond: beyond(line, oneIsFirst ? other : one, 1e-4 * scale),
      },
    ];
  });
}

/** What lies on one side of a line of contact, a little enlarged away from it: an edge shared to the last digit would leave splinters. */
function beyond([x0, y0, x1, y1]: Contact, stretch: readonly Corner[], by: number): Corner[] {
  const length = Math.hypot(x1 - x0, y1 - y0) || 1;
  const [nx, ny] = [-(y1 - y0) / length, (x1 - x0) / length];
  const side = Math.sign(stretch.reduce((sum, p) => sum + (p.x - x0) * nx + (p.y - y0) * ny, 0)) || 1;
  return stretch.map((p, i) => (i === 0 || i === stretch.length - 1 ? p : { ...p, x: p.x + side * by * nx, y: p.y + side * by * ny }));
}
