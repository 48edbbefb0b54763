import { containsPoint, signedArea, type Ring } from './ring';
import { cutInside } from './unite';

/** A half of the plane: what lies where the normal points to. */
export interface HalfPlane {
  /** Of length 1. */
  normal: readonly [x: number, y: number];
  offset: number;
}

const corner = (x: number, y: number, dx: number, dy: number) => ({ x, y, arriveX: dx, arriveY: dy, leaveX: dx, leaveY: dy });

/** What of a square about the origin lies in all of some half planes, as a ring; null where nothing does. */
function cellRing(halves: readonly HalfPlane[], reach: number): Ring | null {
  let points: [number, number][] = [
    [-reach, -reach],
    [reach, -reach],
    [reach, reach],
    [-reach, reach],
  ];
  for (const { normal, offset } of halves) {
    const off = points.map(([x, y]) => normal[0] * x + normal[1] * y - offset);
    points = points.flatMap(([x, y], i) => {
      const next = (i + 1) % points.length;
      const [a, b] = [off[i] as number, off[next] as number];
      const own: [number, number][] = a >= 0 ? [[x, y]] : [];
      if (a >= 0 === b >= 0) return own;
      const [u, v] = points[next] as [number, number];
      const share = a / (a - b);
      return [...own, [x + (u - x) * share, y + (v - y) * share]];
    });
    if (points.length < 3) return null;
  }
  return points.map(([x, y], i) => {
    const [u, v] = points[(i + 1) % points.length] as [number, number];
    const length = Math.hypot(u - x, v - y) || 1;
    return corner(x, y, (u - x) / length, (v - y) / length);
  });
}

/** Outlines that do not hang together, each with the holes in it. */
function apartRings(rings: readonly Ring[]): Ring[][] {
  const outer = rings.filter((ring) => signedArea(ring) > 0);
  const pieces = outer.map((ring) => [ring]);
  for (const hole of rings) {
    const first = hole[0];
    if (signedArea(hole) >= 0 || !first) continue;
    const around = outer
      .map((ring, i) => ({ i, area: signedArea(ring), holds: containsPoint([ring], first.x, first.y) }))
      .filter(({ holds }) => holds)
      .sort((a, b) => a.area - b.area)[0];
    if (around) pieces[around.i]?.push(hole);
  }
  return pieces;
}

/**
 * What of an outline lies in all of some half planes, each piece by itself; slivers are left out.
 * @param scale size that tolerances refer to, metres
 */
export function ringsInCell(rings: readonly Ring[], halves: readonly HalfPlane[], scale: number): Ring[][] {
  const reach = 2 * Math.max(...rings.flatMap((ring) => ring.map(({ x, y }) => Math.hypot(x, y))), scale);
  const cell = cellRing(halves, reach);
  if (!cell) return [];
  const inside = cutInside(rings, [cell], { scale });
  return apartRings(inside).filter(([outer]) => outer && signedArea(outer) > 1e-4 * scale * scale);
}
