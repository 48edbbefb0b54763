import type { Vec3 } from '@/core/space/vector';

/** The unit vector that was folded to two numbers (as `unfoldedFrom` of the programs). */
export function unfolded(x: number, y: number): Vec3 {
  const z = 1 - Math.abs(x) - Math.abs(y);
  const [ux, uy] = z < 0 ? [(1 - Math.abs(y)) * (x < 0 ? -1 : 1), (1 - Math.abs(x)) * (y < 0 ? -1 : 1)] : [x, y];
  const length = Math.hypot(ux, uy, z);
  return [ux / length, uy / length, z / length];
}
