import type { Box } from '../../space/vector';
import type { PlacedSolid } from './mark-solids';

/** The box about some solids as they stand; null about nothing. */
export function placedBox(pieces: readonly Pick<PlacedSolid, 'mesh' | 'pose'>[]): Box | null {
  const min: [number, number, number] = [Infinity, Infinity, Infinity];
  const max: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const { mesh, pose } of pieces) {
    const { positions } = mesh;
    for (let i = 0; i < positions.length; i += 3) {
      const [x, y, z] = [positions[i] as number, positions[i + 1] as number, positions[i + 2] as number];
      for (let k = 0; k < 3; k++) {
        const value = (pose[k] as number) * x + (pose[4 + k] as number) * y + (pose[8 + k] as number) * z + (pose[12 + k] as number);
        if (value < (min[k] as number)) min[k] = value;
        if (value > (max[k] as number)) max[k] = value;
      }
    }
  }
  return min[0] === Infinity ? null : { min, max };
}
