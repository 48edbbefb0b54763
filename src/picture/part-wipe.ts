import type { Box3 } from 'three';
import type { PartLook, RegionState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import { invertRigid, multiply, rotationZ, translation } from '@/core/space/matrix';

/** Width of the edge of a wipe, as a share of its way. */
const SOFT = 0.04;

/** What wipes a part, as a region in the frame of its piece: all before an edge that goes across it; null where nothing does. */
export function wipeOf({ wipe, wipeAngle }: Pick<PartLook, 'wipe' | 'wipeAngle'>, { min, max }: Box3): RegionState | null {
  if (wipe <= 0) return null;
  const angle = radians(wipeAngle);
  const [x, y] = [Math.cos(angle), Math.sin(angle)];
  const along = [min.x, max.x].flatMap((px) => [min.y, max.y].map((py) => px * x + py * y));
  const [first, last] = [Math.min(...along), Math.max(...along)];
  const border = SOFT * (last - first);
  // From beyond its end, where all of it is seen, to before its beginning.
  const edge = last + border - Math.min(1, wipe) * (last - first + 2 * border);
  const pose = multiply(rotationZ(wipeAngle), translation(edge, 0, 0));
  return {
    id: 'wipe',
    kind: 'half-space',
    pose,
    into: invertRigid(pose),
    isFlat: false,
    half: [0, 0, 0],
    outline: [],
    border,
    acts: 'keep',
    shell: null,
  };
}
