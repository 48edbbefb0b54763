import { travelTurn } from '../outline/setting';
import { isWithin, type Mark } from '../production/mark';
import { resolverOf } from '../production/resolver';
import type { Production } from '../production/production';
import { IDENTITY, multiply, panTiltRoll, positionOf, product, transformPoint, translation, type Mat4 } from '../space/matrix';
import { subtract } from '../space/vector';
import type { BoundsOf } from './frame-state';
import { readyAmong, type ReadyMark } from './ready-mark';

/**
 * Pose of a mark at a frame: its turns go about its pivot, which stays where it is; letters travel along what they are set on; and all that
 * within what carries it.
 */
export const markPose = (production: Production, mark: Mark, frame: number, boundsOf: BoundsOf): Mat4 =>
  readyPose(readyAmong(production, resolverOf(production), mark, boundsOf), frame);

/** The frame that a mark's place and turns are told in: the world's, or that of the mark that carries it. */
export const markGround = (production: Production, mark: Mark, frame: number, boundsOf: BoundsOf): Mat4 =>
  groundOf(readyAmong(production, resolverOf(production), mark, boundsOf), frame);

/** Pose of a mark that is at hand made ready. */
export function readyPose(ready: ReadyMark, frame: number): Mat4 {
  const pose = restingPose(ready, frame);
  const fallen = ready.falls(frame);
  return fallen ? multiply(pose, fallen) : pose;
}

/** The same as if it did not fall. */
export function restingPose(ready: ReadyMark, frame: number): Mat4 {
  const own = ownPose(ready, frame);
  return ready.carried ? multiply(groundOf(ready, frame), own) : own;
}

/** Carriers are told about the place where the mark's pivot stands. */
function ownPose(ready: ReadyMark, frame: number): Mat4 {
  const placed = placedPose(ready, frame);
  if (!ready.rig) return placed;
  const [x, y, z] = transformPoint(placed, ready.pivot);
  return product(translation(x, y, z), ready.rig(frame), translation(-x, -y, -z), placed);
}

function placedPose({ place, pivot, travelled }: ReadyMark, frame: number): Mat4 {
  const pose = panTiltRoll(place.pan.at(frame), place.tilt.at(frame), place.roll.at(frame)) as number[];
  const px = pivot[0];
  const py = pivot[1];
  const pz = pivot[2];
  // Turned about the pivot: that stays, and the origin goes round it. Written out: it is done for every mark at every instant.
  pose[12] = place.x.at(frame) + px - ((pose[0] as number) * px + (pose[4] as number) * py + (pose[8] as number) * pz);
  pose[13] = place.y.at(frame) + py - ((pose[1] as number) * px + (pose[5] as number) * py + (pose[9] as number) * pz);
  pose[14] = place.z.at(frame) + pz - ((pose[2] as number) * px + (pose[6] as number) * py + (pose[10] as number) * pz);
  return travelled ? product(pose, travelTurn(travelled, place.travel.at(frame))) : pose;
}

/** What a mark stands in that is carried: carried in place alone, it goes where the pivot of what carries it goes. */
function groundOf({ carried, place }: ReadyMark, frame: number): Mat4 {
  if (!carried) return IDENTITY;
  const { by, turns, backOff, tip } = carried;
  const carrier = readyPose(by, frame);
  if (tip && by.line) {
    const at = multiply(carrier, by.line.tipAt(frame));
    return turns ? at : translation(...positionOf(at));
  }
  const base = turns ? carrier : translation(...subtract(transformPoint(carrier, by.pivot), by.pivot));
  return backOff === null ? base : multiply(base, translation(0, 0, backOff - place.behind.at(frame)));
}

/** Whether a mark is seen at a frame. */
export const isShown = (production: Production, mark: Mark, frame: number): boolean =>
  isWithin(mark.settings, frame) && resolverOf(production).of(`marks/${mark.id}`, mark.channels).on.at(frame);

/** Poses of all copies of a mark at a frame; its own is the first. */
export function standingPoses(production: Production, mark: Mark, frame: number, boundsOf: BoundsOf): Mat4[] {
  const ready = readyAmong(production, resolverOf(production), mark, boundsOf);
  const pose = readyPose(ready, frame);
  return ready.copies.map((copy) => multiply(pose, copy));
}
