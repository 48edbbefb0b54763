import type { SolidMesh } from './mesh';

/** Depths at which a solid was built, and those between which it stands now, metres. */
export interface DepthShift {
  built: { from: number; to: number };
  now: { from: number; to: number };
}

const isShifted = ({ built, now }: DepthShift): boolean => built.from !== now.from || built.to !== now.to;

/** The depth at which the front half of a solid ends and its back half begins: in the middle of its straight sides, where it has any. */
function parting({ positions, indices, groups }: SolidMesh, { from, to }: DepthShift['built']): number {
  let low = Infinity;
  let high = -Infinity;
  for (const { region, start, count } of groups) {
    if (region !== 'side') continue;
    for (let i = start; i < start + count; i++) {
      const z = positions[3 * (indices[i] as number) + 2] as number;
      if (z < low) low = z;
      if (z > high) high = z;
    }
  }
  return low < high ? (low + high) / 2 : (from + to) / 2;
}

const partings = new WeakMap<SolidMesh, number>();

/**
 * Places of a swept solid between other depths than it was built at: its front half, with the bevel there, goes with the face, its back
 * half with the back. Where there is no room for both bevels they are flattened alike.
 */
export function shiftedDepths(mesh: SolidMesh, positions: Float32Array, shift: DepthShift): Float32Array {
  if (!isShifted(shift)) return positions;
  const { built, now } = shift;
  let parted = partings.get(mesh);
  if (parted === undefined) partings.set(mesh, (parted = parting(mesh, built)));
  let [front, back] = [0, 0];
  for (let i = 2; i < positions.length; i += 3) {
    const z = positions[i] as number;
    if (z > parted) front = Math.max(front, built.to - z);
    else back = Math.max(back, z - built.from);
  }
  const depth = Math.max(0, now.to - now.from);
  const flat = front + back > 0 ? Math.min(1, depth / (front + back)) : 1;
  const out = positions.slice();
  for (let i = 2; i < out.length; i += 3) {
    const z = out[i] as number;
    out[i] = z > parted ? now.to - (built.to - z) * flat : now.from + (z - built.from) * flat;
  }
  return out;
}
