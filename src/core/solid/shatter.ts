import { seededRandom } from '../motion/random';
import type { HalfPlane } from '../outline/cells';
import { radians } from '../space/angle';
import type { Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';
import { apartBodies, cutBody, cutSolid, type CutBody } from './cut-body';
import { splitNear, type CutPlane } from './cut-plane';
import type { SolidMesh } from './mesh';
import { WavefrontError } from './triangulate';

/** A place on the face of a mark, in its plane, metres. */
export type FacePoint = readonly [x: number, y: number];

/** A line in the plane of a mark, along which all of its depth is cut: what lies in front of it, and what behind. */
export interface CutTree extends HalfPlane {
  front: CutTree | null;
  back: CutTree | null;
}

/** How far a cut may turn from straight across what it cuts, degrees to either side. */
const TURN = 38;
/** How far from even it may part it. */
const UNEVEN = 0.16;

/**
 * Lines that cut a mark into pieces of about one size, each across what it cuts: always the largest piece, as it is long. So pieces are
 * convex but for what the mark's own outline has of hollows.
 * @param points even over all that is seen from the front: they say where there is anything to cut
 * @returns null where it stays whole
 */
export function cutTree(points: readonly FacePoint[], count: number, seed: number): CutTree | null {
  const random = seededRandom(seed * 7919 + 17);
  interface Leaf {
    points: readonly FacePoint[];
    put: (tree: CutTree) => void;
  }
  let top: CutTree | null = null;
  const leaves: Leaf[] = [{ points, put: (tree) => (top = tree) }];
  while (leaves.length < count) {
    const i = leaves.reduce((best, { points: own }, k) => (own.length > (leaves[best] as Leaf).points.length ? k : best), 0);
    const leaf = leaves[i] as Leaf;
    if (leaf.points.length < 8) break;
    const line = across(leaf.points, random);
    const [ahead, behind] = [leaf.points.filter((p) => offOf(line, p) > 0), leaf.points.filter((p) => offOf(line, p) <= 0)];
    const tree: CutTree = { ...line, front: null, back: null };
    leaf.put(tree);
    leaves.splice(i, 1, { points: ahead, put: (own) => (tree.front = own) }, { points: behind, put: (own) => (tree.back = own) });
  }
  return top;
}

const offOf = ({ normal, offset }: HalfPlane, [x, y]: FacePoint): number => normal[0] * x + normal[1] * y - offset;

/** A line across the longer way of some points, near the middle of them. */
function across(points: readonly FacePoint[], random: () => number): HalfPlane {
  const n = points.length;
  const mean = [0, 1].map((k) => points.reduce((sum, p) => sum + (p[k] as number), 0) / n) as [number, number];
  const moment = (a: 0 | 1, b: 0 | 1) => points.reduce((sum, p) => sum + (p[a] - mean[a]) * (p[b] - mean[b]), 0);
  // The longer axis of the ellipse of second moments.
  const along = Math.atan2(2 * moment(0, 1), moment(0, 0) - moment(1, 1)) / 2;
  const angle = along + radians((random() * 2 - 1) * TURN);
  const normal = [Math.cos(angle), Math.sin(angle)] as const;
  const offs = points.map(([x, y]) => normal[0] * x + normal[1] * y).sort((a, b) => a - b);
  const at = Math.floor((0.5 + (random() * 2 - 1) * UNEVEN) * (n - 1));
  return { normal, offset: ((offs[at] as number) + (offs[Math.min(n - 1, at + 1)] as number)) / 2 };
}

/**
 * Places over the fronts of some solids, even by area as it is seen from there.
 * @param count how many
 */
export function facePoints(solids: readonly { mesh: SolidMesh; pose: Mat4 }[], count: number, seed: number): FacePoint[] {
  const corners: number[] = [];
  const sums: number[] = [];
  let sum = 0;
  for (const { mesh, pose } of solids) {
    const at = (v: number): FacePoint => {
      const [x, y, z] = [0, 1, 2].map((k) => mesh.positions[3 * v + k] as number) as unknown as Vec3;
      const m = (i: number) => pose[i] as number;
      return [m(0) * x + m(4) * y + m(8) * z + m(12), m(1) * x + m(5) * y + m(9) * z + m(13)];
    };
    for (let i = 0; i < mesh.indices.length; i += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => at(mesh.indices[i + k] as number)) as [FacePoint, FacePoint, FacePoint];
      const area = ((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) / 2;
      if (area <= 0) continue;
      sum += area;
      sums.push(sum);
      corners.push(...a, ...b, ...c);
    }
  }
  if (sum === 0) return [];
  const random = seededRandom(seed + 1);
  let t = 0;
  return Array.from({ length: count }, (_, i): FacePoint => {
    const wanted = ((i + random()) / count) * sum;
    while (t < sums.length - 1 && (sums[t] as number) < wanted) t++;
    const [u, v] = [random(), random()];
    const [s, w] = u + v > 1 ? [1 - u, 1 - v] : [u, v];
    const p = (k: number) => corners[6 * t + k] as number;
    return [p(0) + (p(2) - p(0)) * s + (p(4) - p(0)) * w, p(1) + (p(3) - p(1)) * s + (p(5) - p(1)) * w];
  });
}

/** A piece of a solid, and the cell that it lies in. */
export interface SolidShard {
  /** The way through the lines to its cell: 1 in front, 0 behind. */
  cell: string;
  mesh: SolidMesh;
}

/** The plane over a line of the mark in the frame of a solid that stands in it. */
function planeIn(pose: Mat4, { normal: [x, y], offset }: HalfPlane): CutPlane {
  const inverse = [0, 1, 2].map((k) => [0, 1, 2].map((r) => pose[4 * k + r] as number));
  const normal = inverse.map(([a, b]) => (a as number) * x + (b as number) * y) as unknown as Vec3;
  return { normal, offset: offset - x * (pose[12] as number) - y * (pose[13] as number) };
}

/**
 * Cuts a solid along the lines of its mark; pieces that do not hang together are pieces of their own. Where a cut cannot be closed the
 * piece stays whole.
 * @param pose where the solid stands in its mark; rigid
 * @param scale size that tolerances refer to, metres
 */
export function shatterSolid(mesh: Omit<SolidMesh, 'topology' | 'swell'>, pose: Mat4, tree: CutTree | null, scale: number): SolidShard[] {
  const shards: SolidShard[] = [];
  const goOn = (body: CutBody, below: CutTree | null, cell: string): void => {
    if (!below) {
      for (const each of apartBodies(body)) shards.push({ cell, mesh: cutSolid(each) });
      return;
    }
    let halves: [CutBody | null, CutBody | null];
    try {
      halves = splitNear(body, planeIn(pose, below), scale);
    } catch (error) {
      if (!(error instanceof WavefrontError)) throw error;
      goOn(body, null, cell);
      return;
    }
    if (halves[0]) goOn(halves[0], below.front, `${cell}1`);
    if (halves[1]) goOn(halves[1], below.back, `${cell}0`);
  };
  goOn(cutBody(mesh), tree, '');
  return shards;
}
