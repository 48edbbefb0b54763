import type { Camera } from '../production/camera';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import { degrees } from '../space/angle';
import type { RigContext } from '../rig/carrier';
import { rigPose } from '../rig/rig';
import { anglesOf, panTiltRoll, positionOf, transformPoint, type Mat4 } from '../space/matrix';
import { between, rigid, rotationOf } from '../space/quaternion';
import { boxMiddle, subtract, type Vec3 } from '../space/vector';
import { framesPerSecond } from '../time/rate';
import type { BoundsOf } from './frame-state';
import { markPose } from './mark-pose';

/** What the carriers of a camera may depend on: its lens, the rate, and the marks. */
export function rigContext(production: Production, camera: Camera, boundsOf: BoundsOf): RigContext {
  const { marks, format } = production;
  const resolver = resolverOf(production);
  const path = `cameras/${camera.id}`;
  const { focalLengthMm } = resolver.of(`${path}/lens`, camera.lens.channels);
  const markOf = (markId: string) => marks.find(({ id }) => id === markId);
  return {
    framesPerSecond: framesPerSecond(format.rate),
    read: (carrierId, channels) => resolver.of(`${path}/carriers/${carrierId}`, channels),
    focalLengthMm: (frame) => Math.max(1, focalLengthMm.at(frame)),
    poseOf: (markId, frame) => {
      const mark = markOf(markId);
      return mark ? markPose(production, mark, frame, boundsOf) : null;
    },
    middleOf: (markId, letter, frame) => {
      const mark = markOf(markId);
      return mark ? middleOf(production, mark, letter, frame, boundsOf) : null;
    },
  };
}

/** The middle of a mark or of one of its letters, in the world. A letter that is not there, or not laid out yet, gives the whole. */
export function middleOf(production: Production, mark: Mark, letter: number | null, frame: number, boundsOf: BoundsOf): Vec3 {
  const extent = boundsOf(mark.id);
  const middle: Vec3 = extent?.parts?.[letter ?? -1]?.middle ?? (extent ? boxMiddle(extent) : [0, 0, 0]);
  return transformPoint(markPose(production, mark, frame, boundsOf), middle);
}

/** What a camera is held on, as a point in the world; null when it is free or its mark is gone. */
function aimPoint(production: Production, { aim: { settings } }: Camera, frame: number, boundsOf: BoundsOf): Vec3 | null {
  if (settings.on === 'point') return [settings.point.x, settings.point.y, settings.point.z];
  const mark = settings.on === 'mark' ? production.marks.find(({ id }) => id === settings.markId) : undefined;
  return mark ? middleOf(production, mark, settings.letter, frame, boundsOf) : null;
}

/** Turns a pose toward a point by a share of the way, keeping its place and its roll. */
export function aimedAt(pose: Mat4, target: Vec3, amount: number): Mat4 {
  const place = positionOf(pose);
  const [x, y, z] = subtract(target, place);
  const level = Math.hypot(x, z);
  if (amount === 0 || Math.hypot(level, y) < 1e-6) return pose;
  const { panDeg, rollDeg } = anglesOf(pose);
  // Straight above or below its target a camera keeps the pan it has.
  const wanted = panTiltRoll(level < 1e-9 ? panDeg : degrees(Math.atan2(-x, -z)), degrees(Math.atan2(y, level)), rollDeg);
  return rigid(between(rotationOf(pose), rotationOf(wanted), amount), place);
}

/** Pose that a camera's carriers give it, before its aim. */
export const carriedPose = (production: Production, camera: Camera, frame: number, boundsOf: BoundsOf): Mat4 =>
  rigPose(camera.carriers, frame, rigContext(production, camera, boundsOf));

/** A pose turned to what the camera is held on, by as much of its aim as is held. */
export function heldPose(production: Production, camera: Camera, pose: Mat4, frame: number, boundsOf: BoundsOf): Mat4 {
  const target = aimPoint(production, camera, frame, boundsOf);
  if (!target) return pose;
  const { amount } = resolverOf(production).of(`cameras/${camera.id}/aim`, camera.aim.channels);
  return aimedAt(pose, target, Math.max(0, Math.min(1, amount.at(frame))));
}

/** Pose of a camera at a frame: its carriers, then as much of its aim as is held. */
export const cameraPose = (production: Production, camera: Camera, frame: number, boundsOf: BoundsOf): Mat4 =>
  heldPose(production, camera, carriedPose(production, camera, frame, boundsOf), frame, boundsOf);
