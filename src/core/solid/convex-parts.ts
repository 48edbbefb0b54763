import { IDENTITY, transformPoint, type Mat4 } from '../space/matrix';
import type { SolidMesh } from './mesh';
import { cutTree, facePoints, shatterSolid } from './shatter';

/** Directions in which a hull is as large as what it stands for, even over the sphere (a golden-angle spiral). */
const DIRECTIONS = Array.from({ length: 40 }, (_, i) => {
  const z = 1 - (2 * (i + 0.5)) / 40;
  const r = Math.sqrt(1 - z * z);
  const angle = i * Math.PI * (3 - Math.sqrt(5));
  return [r * Math.cos(angle), r * Math.sin(angle), z] as const;
});

type Places = Pick<SolidMesh, 'positions'>;

/** The few points of a solid that matter for its convex hull, taken somewhere: x, y, z, metres. */
export function hullOf({ positions }: Places, pose: Mat4): Float32Array {
  const chosen = new Set<number>();
  for (const [dx, dy, dz] of DIRECTIONS) {
    let [best, at] = [-Infinity, 0];
    for (let i = 0; i < positions.length; i += 3) {
      const d = (positions[i] as number) * dx + (positions[i + 1] as number) * dy + (positions[i + 2] as number) * dz;
      if (d > best) [best, at] = [d, i];
    }
    chosen.add(at);
  }
  const points = [...chosen].flatMap((i) =>
    transformPoint(pose, [positions[i] as number, positions[i + 1] as number, positions[i + 2] as number]),
  );
  return Float32Array.from(points);
}

/** Pieces by which the hollows of a letter are met. */
const CELLS = 6;
const POINTS = 400;

/**
 * Hulls of convex parts that together stand for a solid, as a solver of rigid bodies wants it: it is cut into a few pieces, and each of
 * them taken for its hull.
 * @param scale size that tolerances refer to, metres
 */
export function convexParts(mesh: SolidMesh, pose: Mat4, scale: number): Float32Array[] {
  const tree = cutTree(facePoints([{ mesh, pose: IDENTITY }], POINTS, 1), CELLS, 1);
  return shatterSolid(mesh, IDENTITY, tree, scale).map((shard) => hullOf(shard.mesh, pose));
}
