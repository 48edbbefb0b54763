import type { Mat4 } from '../space/matrix';
import type { SolidMesh } from './mesh';

/** Where a mark is cut: a line in its own plane (metres, degrees from +X); the cut goes straight through the depth. */
export interface CutLine {
  x: number;
  y: number;
  angleDeg: number;
}

/** A closed line of a section: along the cut line from its point, and depth, in turn; metres. */
export type SectionLoop = number[];

/** Keeps the plane off vertices, where a cut would touch a triangle in a point. Metres. */
const OFF_VERTICES = 1.37e-7;
/** Ends of segments nearer than this are one point. Metres. */
const GRID = 1e-6;

/**
 * Cuts a closed solid by the plane over a cut line.
 * @param pose where the solid stands in its mark
 * @returns closed loops; those of holes run the other way round than those of bodies
 */
export function sectionOf(
  { positions, indices }: Pick<SolidMesh, 'positions' | 'indices'>,
  pose: Mat4,
  { x, y, angleDeg }: CutLine,
): SectionLoop[] {
  const angle = (angleDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const count = positions.length / 3;
  const along = new Float64Array(count);
  const off = new Float64Array(count);
  const depth = new Float64Array(count);
  const m = (i: number) => pose[i] as number;
  for (let v = 0; v < count; v++) {
    const [vx, vy, vz] = [positions[3 * v] as number, positions[3 * v + 1] as number, positions[3 * v + 2] as number];
    const px = m(0) * vx + m(4) * vy + m(8) * vz + m(12) - x;
    const py = m(1) * vx + m(5) * vy + m(9) * vz + m(13) - y;
    along[v] = px * c + py * s;
    off[v] = py * c - px * s - OFF_VERTICES;
    depth[v] = m(2) * vx + m(6) * vy + m(10) * vz + m(14);
  }
  const next = new Map<string, { s: number; z: number; to: string }>();
  const keyOf = (p: readonly [number, number]) => `${Math.round(p[0] / GRID)},${Math.round(p[1] / GRID)}`;
  const crossing = (a: number, b: number): [number, number] => {
    // From the lower index on, so that both triangles of an edge find the same point to the last digit.
    const [i, j] = a < b ? [a, b] : [b, a];
    const share = (off[i] as number) / ((off[i] as number) - (off[j] as number));
    const [zi, zj] = [depth[i] as number, depth[j] as number];
    return [(along[i] as number) + ((along[j] as number) - (along[i] as number)) * share, zi + (zj - zi) * share];
  };
  for (let t = 0; t < indices.length; t += 3) {
    const corners = [indices[t] as number, indices[t + 1] as number, indices[t + 2] as number] as const;
    let from: [number, number] | null = null;
    let to: [number, number] | null = null;
    for (let k = 0; k < 3; k++) {
      const [a, b] = [corners[k] as number, corners[(k + 1) % 3] as number];
      const [da, db] = [off[a] as number, off[b] as number];
      if (da >= 0 === db >= 0) continue;
      if (da >= 0) from = crossing(a, b);
      else to = crossing(a, b);
    }
    if (!from || !to) continue;
    const [start, end] = [keyOf(from), keyOf(to)];
    if (start !== end) next.set(start, { s: from[0], z: from[1], to: end });
  }
  return loopsOf(next);
}

function loopsOf(next: Map<string, { s: number; z: number; to: string }>): SectionLoop[] {
  const loops: SectionLoop[] = [];
  for (const start of [...next.keys()]) {
    const loop: SectionLoop = [];
    let at = start;
    for (let point = next.get(at); point; point = next.get(at)) {
      next.delete(at);
      loop.push(point.s, point.z);
      at = point.to;
    }
    if (loop.length >= 6 && at === start) loops.push(loop);
  }
  return loops;
}

/** Signed area of a loop, square metres. */
export function loopArea(loop: SectionLoop): number {
  let twice = 0;
  for (let i = 0; i < loop.length; i += 2) {
    const j = (i + 2) % loop.length;
    twice += (loop[i] as number) * (loop[j + 1] as number) - (loop[j] as number) * (loop[i + 1] as number);
  }
  return twice / 2;
}
