import { seededRandom } from '../motion/random';
import { containsPoint, signedArea, type Ring } from '../outline/ring';
import { offsetOutline } from './offset-outline';
import { triangulateInside, WavefrontError } from './triangulate';

/** The plan of a skin: points, triangles, and the directed edges of the outline that bound it. */
export interface SkinPlan {
  x: Float64Array;
  y: Float64Array;
  triangles: Int32Array;
  /** Pairs of points, the inside on their left. */
  edges: Int32Array;
  /** Half of the outline's largest thickness, metres. */
  thickest: number;
}

/** Distances of rows of points from the seam, as shares of the largest thickness: close where the skin rises steeply. */
const ROWS = [0.008, 0.03, 0.065, 0.11, 0.17, 0.24, 0.31, 0.38];
/** Distance of points in the open, as a share of the largest thickness. */
const SPACING = 0.2;
const MAX_OPEN_POINTS = 3500;
/** Points round an outline at least: a small counter bends the skin about it as much as a large one does. */
const ROUND = 96;

const distanceTo = (rings: readonly Ring[], x: number, y: number): number => {
  let nearest = Infinity;
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i++) {
      const a = ring[i] as { x: number; y: number };
      const b = ring[(i + 1) % ring.length] as { x: number; y: number };
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const share = Math.max(0, Math.min(1, ((x - a.x) * dx + (y - a.y) * dy) / (dx * dx + dy * dy || 1)));
      nearest = Math.min(nearest, (a.x + share * dx - x) ** 2 + (a.y + share * dy - y) ** 2);
    }
  }
  return Math.sqrt(nearest);
};

/** The points of a hexagonal lattice that lie inside rings. */
function lattice(rings: readonly Ring[], spacing: number): [number, number][] {
  const xs = rings.flatMap((ring) => ring.map((v) => v.x));
  const ys = rings.flatMap((ring) => ring.map((v) => v.y));
  const [x0, x1, y0, y1] = [xs, ys].flatMap((all) => [
    all.reduce((a, b) => Math.min(a, b), Infinity),
    all.reduce((a, b) => Math.max(a, b), -Infinity),
  ]) as [number, number, number, number];
  const out: [number, number][] = [];
  for (let row = 0, y = y0; y <= y1; row++, y += spacing * Math.sqrt(0.75)) {
    for (let x = x0 + (row % 2 === 1 ? spacing / 2 : 0); x <= x1; x += spacing) if (containsPoint(rings, x, y)) out.push([x, y]);
  }
  return out;
}

/** Points with no two nearer than a limit that may differ from row to row. */
class Spaced {
  private readonly cells = new Map<string, [number, number][]>();
  readonly points: [number, number][] = [];
  constructor(private readonly cell: number) {}

  add(x: number, y: number, limit: number): void {
    const [cx, cy] = [Math.floor(x / this.cell), Math.floor(y / this.cell)];
    const reach = Math.ceil(limit / this.cell);
    for (let i = cx - reach; i <= cx + reach; i++) {
      for (let j = cy - reach; j <= cy + reach; j++) {
        for (const [px, py] of this.cells.get(`${i},${j}`) ?? []) if ((px - x) ** 2 + (py - y) ** 2 < limit * limit) return;
      }
    }
    const key = `${cx},${cy}`;
    this.cells.set(key, [...(this.cells.get(key) ?? []), [x, y]]);
    this.points.push([x, y]);
  }
}

const lengthOf = (ring: Ring): number =>
  ring.reduce((sum, v, i) => {
    const next = ring[(i + 1) % ring.length] as (typeof ring)[number];
    return sum + Math.hypot(next.x - v.x, next.y - v.y);
  }, 0);

const divided = (ring: Ring, longest: number): [number, number][] =>
  ring.flatMap((v, i) => {
    const next = ring[(i + 1) % ring.length] as (typeof ring)[number];
    const parts = Math.max(1, Math.ceil(Math.hypot(next.x - v.x, next.y - v.y) / longest));
    return Array.from({ length: parts }, (_, k): [number, number] => [
      v.x + ((next.x - v.x) * k) / parts,
      v.y + ((next.y - v.y) * k) / parts,
    ]);
  });

/**
 * Lays points over an outline, in rows along the seam and evenly in the open, and triangulates them.
 * @param scale size that tolerances refer to, metres
 * @throws WavefrontError when the outline cannot be triangulated
 */
export function skinPlan(rings: readonly Ring[], scale: number): SkinPlan {
  const area = rings.reduce((sum, ring) => sum + signedArea(ring), 0);
  if (!(area > 0)) throw new WavefrontError('there is nothing inside the outline');
  const thickest = Math.max(1e-4 * scale, ...lattice(rings, Math.sqrt(area / 300)).map(([x, y]) => distanceTo(rings, x, y)));
  const spacing = Math.max(SPACING * thickest, Math.sqrt(area / MAX_OPEN_POINTS));
  const fine = (ring: Ring) => divided(ring, Math.min(spacing, lengthOf(ring) / ROUND));
  const outline = rings.map(fine);
  const inner = new Spaced(spacing / 4);
  const rows = ROWS.map((share) => share * thickest);
  rows.forEach((distance, k) => {
    const gap = distance - (rows[k - 1] ?? 0);
    const row = offsetOutline(
      outline.map((points) => asRing(points)),
      -distance,
      'mitred',
      scale,
    );
    for (const ring of row) for (const [x, y] of fine(ring)) inner.add(x, y, 0.5 * gap);
  });
  const last = rows[rows.length - 1] as number;
  for (const [x, y] of lattice(rings, spacing)) if (distanceTo(rings, x, y) > last + 0.3 * spacing) inner.add(x, y, 0.5 * spacing);
  return { ...triangulated(outline, inner.points, scale), thickest };
}

const asRing = (points: readonly [number, number][]): Ring =>
  points.map(([x, y], i) => {
    const [px, py] = points[(i + points.length - 1) % points.length] as [number, number];
    const [nx, ny] = points[(i + 1) % points.length] as [number, number];
    const [inLength, outLength] = [Math.hypot(x - px, y - py) || 1, Math.hypot(nx - x, ny - y) || 1];
    return { x, y, arriveX: (x - px) / inLength, arriveY: (y - py) / inLength, leaveX: (nx - x) / outLength, leaveY: (ny - y) / outLength };
  });

function triangulated(
  outline: readonly (readonly [number, number][])[],
  inner: readonly [number, number][],
  scale: number,
): Omit<SkinPlan, 'thickest'> {
  const all = [...outline.flat(), ...inner];
  const x = Float64Array.from(all, ([value]) => value);
  const y = Float64Array.from(all, ([, value]) => value);
  const edges: number[] = [];
  let first = 0;
  for (const ring of outline) {
    ring.forEach((_, i) => edges.push(first + i, first + ((i + 1) % ring.length)));
    first += ring.length;
  }
  // A little disorder keeps rows of points from lying on exact circles and lines.
  const random = seededRandom(all.length);
  const points = Float64Array.from(
    { length: 2 * all.length },
    (_, i) => ((i % 2 === 0 ? x : y)[i >> 1] as number) + (random() - 0.5) * 2e-7 * scale,
  );
  const { corners } = triangulateInside(points, Int32Array.from(edges));
  return { x, y, triangles: corners, edges: Int32Array.from(edges) };
}
