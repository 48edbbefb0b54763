import { valueAt } from '../motion/evaluate-channel';
import type { Camera } from '../production/camera';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import type { RigContext } from '../rig/carrier';
import { rigPose } from '../rig/rig';
import { anglesOf, panTiltRoll, positionOf, transformPoint, type Mat4 } from '../space/matrix';
import { between, rigid, rotationOf } from '../space/quaternion';
import { boxMiddle, subtract, type Vec3 } from '../space/vector';
import { framesPerSecond } from '../time/rate';
import type { BoundsOf } from './frame-state';
import { markPose } from './mark-pose';

/** What the carriers of a camera may depend on: its lens, the rate, and the marks. */
export function rigContext({ marks, format }: Pick<Production, 'marks' | 'format'>, camera: Camera, boundsOf: BoundsOf): RigContext {
  const markOf = (markId: string) => marks.find(({ id }) => id === markId);
  return {
    framesPerSecond: framesPerSecond(format.rate),
    focalLengthMm: (frame) => Math.max(1, valueAt(camera.lens.focalLengthMm, frame)),
    poseOf: (markId, frame) => {
      const mark = markOf(markId);
      return mark ? markPose(mark, frame, boundsOf(markId)) : null;
    },
    middleOf: (markId, letter, frame) => {
      const mark = markOf(markId);
      return mark ? middleOf(mark, letter, frame, boundsOf) : null;
    },
  };
}

/** The middle of a mark or of one of its letters, in the world. A letter that is not there, or not laid out yet, gives the whole. */
export function middleOf(mark: Mark, letter: number | null, frame: number, boundsOf: BoundsOf): Vec3 {
  const extent = boundsOf(mark.id);
  const middle: Vec3 = extent?.letters?.[letter ?? -1] ?? (extent ? boxMiddle(extent) : [0, 0, 0]);
  return transformPoint(markPose(mark, frame, extent), middle);
}

/** What a camera is held on, as a point in the world; null when it is free or its mark is gone. */
function aimPoint({ marks }: Pick<Production, 'marks'>, { aim }: Camera, frame: number, boundsOf: BoundsOf): Vec3 | null {
  if (aim.on === 'point') return [aim.point.x, aim.point.y, aim.point.z];
  const mark = aim.on === 'mark' ? marks.find(({ id }) => id === aim.markId) : undefined;
  return mark ? middleOf(mark, aim.letter, frame, boundsOf) : null;
}

/** Turns a pose toward a point by a share of the way, keeping its place and its roll. */
export function aimedAt(pose: Mat4, target: Vec3, amount: number): Mat4 {
  const place = positionOf(pose);
  const [x, y, z] = subtract(target, place);
  const level = Math.hypot(x, z);
  if (amount === 0 || Math.hypot(level, y) < 1e-6) return pose;
  const degrees = (radians: number) => (radians * 180) / Math.PI;
  const { panDeg, rollDeg } = anglesOf(pose);
  // Straight above or below its target a camera keeps the pan it has.
  const wanted = panTiltRoll(level < 1e-9 ? panDeg : degrees(Math.atan2(-x, -z)), degrees(Math.atan2(y, level)), rollDeg);
  return rigid(between(rotationOf(pose), rotationOf(wanted), amount), place);
}

/** Pose of a camera at a frame: its rig, then as much of its aim as is held. */
export function cameraPose(production: Pick<Production, 'marks' | 'format'>, camera: Camera, frame: number, boundsOf: BoundsOf): Mat4 {
  const pose = rigPose(camera.carriers, frame, rigContext(production, camera, boundsOf));
  const target = aimPoint(production, camera, frame, boundsOf);
  return target ? aimedAt(pose, target, Math.max(0, Math.min(1, valueAt(camera.aimChannels.amount, frame)))) : pose;
}
