import type { Values } from '../motion/readers';
import { smoothstep } from '../motion/smoothstep';
import type { RegionKindName, SpaceRegion } from '../production/owners/regions/regions';
import { invertRigid, multiply, panTiltRoll, transformPoint, translation, type Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';
import type { RegionOwnerState, RegionState } from './frame-state';

type AnyValues = Values<SpaceRegion['channels']>;

/** How far a place of a region's own frame lies outside of it, metres; below 0 within. */
const DISTANCES: Record<RegionKindName, (p: Vec3, half: Vec3) => number> = {
  'half-space': ([x]) => x,
  box([x, y, z], [a, b, c]) {
    const [dx, dy, dz] = [Math.abs(x) - a, Math.abs(y) - b, Math.abs(z) - c];
    const outside = Math.hypot(Math.max(dx, 0), Math.max(dy, 0), Math.max(dz, 0));
    return outside + Math.min(Math.max(dx, dy, dz), 0);
  },
  /** Of an ellipsoid along its shortest axis: exact for a ball. */
  ball: ([x, y, z], [a, b, c]) => (Math.hypot(x / a, y / b, z / c) - 1) * Math.min(a, b, c),
};

/** How far a place in the frame of the mark is in a region: 1 within, 0 outside, and soft over its border. */
export function insideRegion({ kind, pose, half, border }: RegionState, place: Vec3): number {
  const d = DISTANCES[kind](transformPoint(invertRigid(pose), place), half);
  if (border <= 1e-6) return d < 0 ? 1 : 0;
  return smoothstep(0, 1, 0.5 - d / border);
}

/** @param markPose takes what is told in the world into the frame of the mark; null leaves it as it is */
export function regionState(
  { id, kind, values, settings }: RegionOwnerState,
  shells: readonly string[],
  markPose: Mat4 | null,
): RegionState {
  const { x, y, z, pan, tilt, roll, border } = values as AnyValues;
  const own = multiply(translation(x, y, z), panTiltRoll(pan, tilt, roll));
  const sides = values as Partial<Record<'width' | 'height' | 'depth', number>>;
  const shell = settings.shellId === null ? -1 : shells.indexOf(settings.shellId);
  return {
    id,
    kind,
    pose: settings.space === 'world' && markPose ? multiply(invertRigid(markPose), own) : own,
    half: [(sides.width ?? 0) / 2, (sides.height ?? 0) / 2, (sides.depth ?? 0) / 2],
    border,
    acts: settings.acts,
    shell: shell < 0 ? null : shell,
  };
}
