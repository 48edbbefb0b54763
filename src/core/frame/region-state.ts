import type { Values } from '../motion/readers';
import { smoothstep } from '../motion/smoothstep';
import type { RegionKindName, SpaceRegion } from '../production/owners/regions/regions';
import { IDENTITY, invertRigid, multiply, panTiltRoll, product, rotationZ, transformPoint, translation, type Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';
import type { CameraState, RegionOwnerState, RegionState } from './frame-state';

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
export function insideRegion({ kind, into, isFlat, half, border }: RegionState, place: Vec3): number {
  const own = transformPoint(into, place);
  const w = isFlat ? [3, 7, 11].reduce((sum, i, k) => sum + (into[i] as number) * (place[k] as number), into[15] as number) : 1;
  if (w <= 0) return 0;
  const d = DISTANCES[kind](isFlat ? [own[0] / w, own[1] / w, 0] : own, half);
  if (border <= 1e-6) return d < 0 ? 1 : 0;
  return smoothstep(0, 1, 0.5 - d / border);
}

/** Where a mark stands, and who looks. */
export interface RegionGround {
  pose: Mat4;
  /** Null where nobody looks: then what is told in the frame of the picture is nowhere. */
  camera: CameraState | null;
}

/** From the world into the frame of a camera, in heights of it from its middle, over the last. */
const intoFrame = ({ pose, focalLengthMm, sensorHeightMm }: CameraState): Mat4 => {
  const k = focalLengthMm / sensorHeightMm;
  return multiply([k, 0, 0, 0, 0, k, 0, 0, 0, 0, 0, -1, 0, 0, 0, 0], invertRigid(pose));
};

/** As deep as anything: what lies in the frame knows no depth. */
const DEEP = 1000;

/** @param ground null leaves what is told in the world in the frame of the mark */
export function regionState(
  { id, kind, values, settings }: RegionOwnerState,
  shells: readonly string[],
  ground: RegionGround | null,
): RegionState {
  const { x, y, z, pan, tilt, roll, border } = values as AnyValues;
  const camera = ground?.camera ?? null;
  const isFlat = settings.space === 'frame' && camera !== null;
  const own = isFlat ? multiply(translation(x, y, 0), rotationZ(roll)) : multiply(translation(x, y, z), panTiltRoll(pan, tilt, roll));
  const sides = values as Partial<Record<'width' | 'height' | 'depth', number>>;
  const pose = settings.space === 'world' && ground ? multiply(invertRigid(ground.pose), own) : own;
  const shell = settings.shellId === null ? -1 : shells.indexOf(settings.shellId);
  return {
    id,
    kind,
    pose,
    into: isFlat ? product(invertRigid(own), intoFrame(camera), ground?.pose ?? IDENTITY) : invertRigid(pose),
    isFlat,
    half: [(sides.width ?? 0) / 2, (sides.height ?? 0) / 2, isFlat ? DEEP : (sides.depth ?? 0) / 2],
    border,
    acts: settings.acts,
    shell: shell < 0 ? null : shell,
  };
}
