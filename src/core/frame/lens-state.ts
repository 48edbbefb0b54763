import { bellMean } from '../motion/bell-mean';
import type { Camera, FocusTarget } from '../production/camera';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import { invertRigid, multiply, transformPoint, type Mat4 } from '../space/matrix';
import { boxCorners, boxMiddle } from '../space/vector';
import { cameraPose } from './camera-pose';
import { focusOnTarget } from './focus-target';
import type { BoundsOf } from './frame-state';
import { markPose } from './mark-pose';
import type { SolidProbe } from './solid-probe';

const LONGEST_MM = 20_000;

/** What of a mark is nearer to the lens than this share of its middle's distance is measured as if it were so far off. */
const NEAREST = 0.2;

/**
 * Height of a mark in the picture for each millimetre of focal length, millimetres on the sensor; null where its middle is not before the
 * lens. Parts beside and behind the lens, which have no place in the picture, count as if they were a little before it: so a held size
 * goes on while the camera passes by a mark or through it.
 */
function heightPerMm(production: Production, markId: string, pose: Mat4, frame: number, boundsOf: BoundsOf): number | null {
  const mark = production.marks.find(({ id }) => id === markId);
  const box = boundsOf(markId);
  if (!mark || !box) return null;
  const seen = multiply(invertRigid(pose), markPose(production, mark, frame, boundsOf));
  const [, , middle] = transformPoint(seen, boxMiddle(box));
  if (middle > -1e-4) return null;
  const ups = boxCorners(box).map((corner) => {
    const [, y, z] = transformPoint(seen, corner);
    return y / Math.max(-z, -NEAREST * middle);
  });
  const height = Math.max(...ups) - Math.min(...ups);
  return height > 1e-9 ? height : null;
}

/** Why a camera cannot hold a size at a frame, in words; null where it can, or holds none. */
export function cannotHold(production: Production, camera: Camera, frame: number, boundsOf: BoundsOf): string | null {
  const { markId, from } = camera.hold;
  const mark = production.marks.find(({ id }) => id === markId);
  if (!mark || !boundsOf(mark.id)) return null;
  const seenAt = (at: number) => heightPerMm(production, mark.id, cameraPose(production, camera, at, boundsOf), at, boundsOf) !== null;
  if (!seenAt(from)) return `At frame ${from}, from which the size is held, ${mark.name} is behind the lens.`;
  return seenAt(frame) ? null : `The size cannot be held here: ${mark.name} is behind the lens.`;
}

/**
 * Focal length of a camera at a frame, millimetres. Where a mark's size is held, it changes so that the mark stands as high in the
 * picture as at the frame it was held from, as far as the hold goes (a dolly zoom).
 */
export function focalLengthAt(production: Production, camera: Camera, frame: number, pose: Mat4, boundsOf: BoundsOf): number {
  const { focalLengthMm, hold } = resolverOf(production).of(`cameras/${camera.id}/lens`, camera.lens.channels);
  const set = Math.max(1, focalLengthMm.at(frame));
  const { markId, from } = camera.hold;
  const amount = Math.max(0, Math.min(1, hold.at(frame)));
  if (!markId || amount === 0) return set;
  const then = heightPerMm(production, markId, cameraPose(production, camera, from, boundsOf), from, boundsOf);
  const now = heightPerMm(production, markId, pose, frame, boundsOf);
  if (!then || !now) return set;
  const held = (Math.max(1, focalLengthMm.at(from)) * then) / now;
  return Math.max(1, Math.min(LONGEST_MM, set ** (1 - amount) * held ** amount));
}

/**
 * Distance along the lens axis at which a camera is focused, metres: on its target, as far racked to the other one as the rack goes.
 * @param poseAt the camera's pose at a frame, where it is known already
 */
export function focusDistanceAt(
  production: Production,
  camera: Camera,
  frame: number,
  boundsOf: BoundsOf,
  probe?: SolidProbe,
  poseAt: (frame: number) => Mat4 = (k) => cameraPose(production, camera, k, boundsOf),
): number {
  const { focus } = camera;
  const lens = resolverOf(production).of(`cameras/${camera.id}/lens`, camera.lens.channels);
  const on = (target: FocusTarget) => {
    const at = (k: number) => focusOnTarget(target, production, poseAt(k), k, lens.focusDistance.at(k), boundsOf, probe);
    const follows = target.on === 'axis' || target.on === 'nearest';
    // A bell of less than two frames would miss all whole frames.
    const mean = follows && focus.smooth >= 2 ? bellMean(frame, focus.smooth, at) : NaN;
    return Number.isNaN(mean) ? at(frame) : mean;
  };
  const share = focus.to ? Math.max(0, Math.min(1, lens.rack.at(frame))) : 0;
  if (!focus.to || share === 0) return on(focus);
  // Racked as a focus ring turns: evenly in one over the distance.
  return share === 1 ? on(focus.to) : 1 / ((1 - share) / on(focus) + share / on(focus.to));
}
