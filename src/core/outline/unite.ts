import { Clipper64, ClipType, FillRule, PathType, type Paths64 } from 'clipper2-ts';
import type { Ring, RingVertex } from './ring';

export interface UniteOptions {
  /** Length that one unit of the coordinates is thought of, for tolerances: the em, or the size of the drawing. */
  scale: number;
  evenOdd?: boolean;
}

const unit = (x: number, y: number): [number, number] => {
  const l = Math.hypot(x, y) || 1;
  return [x / l, y / l];
};

interface GridPoint {
  x: number;
  y: number;
  z?: number;
}

/** Drops vertices that lie closer together than a limit, rather an invented one than an original. */
function withoutShortEdges(path: GridPoint[], limit: number): GridPoint[] {
  const kept = path.slice();
  for (let i = 0; kept.length > 3 && i < kept.length;) {
    const next = (i + 1) % kept.length;
    const a = kept[i] as GridPoint;
    const b = kept[next] as GridPoint;
    if (Math.hypot(a.x - b.x, a.y - b.y) < limit) {
      kept.splice(a.z ? next : i, 1);
      i = Math.max(0, i - 1);
    } else i++;
  }
  return kept;
}

/**
 * Unites overlapping contours and gives them the order the solids need: outer rings anticlockwise, holes clockwise,
 * none crossing. Original vertices keep their curve tangents; where contours cut each other a corner is made.
 */
export function unite(rings: readonly Ring[], options: UniteOptions): Ring[] {
  return clipped(rings, [], ClipType.Union, options);
}

/** What of some contours lies outside others, in the order the solids need. */
export function cutAway(rings: readonly Ring[], away: readonly Ring[], options: UniteOptions): Ring[] {
  return clipped(rings, away, ClipType.Difference, options);
}

/** What of some contours lies inside others, in the order the solids need. */
export function cutInside(rings: readonly Ring[], within: readonly Ring[], options: UniteOptions): Ring[] {
  return clipped(rings, within, ClipType.Intersection, options);
}

function clipped(rings: readonly Ring[], others: readonly Ring[], type: ClipType, { scale, evenOdd = false }: UniteOptions): Ring[] {
  const grid = 1_048_576 / scale;
  const originals: RingVertex[] = [];
  const onGrid = (each: readonly Ring[]): Paths64 =>
    each.map((ring) =>
      ring.map((vertex) => {
        originals.push(vertex);
        return { x: Math.round(vertex.x * grid), y: Math.round(vertex.y * grid), z: originals.length };
      }),
    );
  const clipper = new Clipper64();
  clipper.preserveCollinear = true;
  // A point that clipping invents belongs to no original vertex.
  clipper.zCallback = (_a, _b, _c, _d, point) => {
    point.z = 0;
  };
  clipper.addPaths(onGrid(rings), PathType.Subject, false);
  if (others.length > 0) clipper.addPaths(onGrid(others), PathType.Clip, false);
  const united: Paths64 = [];
  clipper.execute(type, evenOdd ? FillRule.EvenOdd : FillRule.NonZero, united);

  const result: Ring[] = [];
  for (const path of united) {
    const points = withoutShortEdges(path as GridPoint[], 2e-4 * scale * grid);
    if (points.length < 3) continue;
    result.push(points.map((point, i) => restored(point, points, i, originals, grid)));
  }
  return result;
}

function restored(point: GridPoint, points: GridPoint[], i: number, originals: RingVertex[], grid: number): RingVertex {
  const before = points[(i + points.length - 1) % points.length] as GridPoint;
  const after = points[(i + 1) % points.length] as GridPoint;
  const chordIn = unit(point.x - before.x, point.y - before.y);
  const chordOut = unit(after.x - point.x, after.y - point.y);
  let arrive = chordIn;
  let leave = chordOut;
  const original = point.z ? originals[point.z - 1] : undefined;
  if (original) {
    // The union may have reversed the contour, so both senses of the tangents are candidates; a chord tells which.
    const tangents: [[number, number], [number, number]][] = [
      [
        [original.arriveX, original.arriveY],
        [original.leaveX, original.leaveY],
      ],
      [
        [-original.leaveX, -original.leaveY],
        [-original.arriveX, -original.arriveY],
      ],
    ];
    for (const [a, l] of tangents) {
      if (a[0] * chordIn[0] + a[1] * chordIn[1] > 0.8) arrive = a;
      if (l[0] * chordOut[0] + l[1] * chordOut[1] > 0.8) leave = l;
    }
  }
  return { x: point.x / grid, y: point.y / grid, arriveX: arrive[0], arriveY: arrive[1], leaveX: leave[0], leaveY: leave[1] };
}
