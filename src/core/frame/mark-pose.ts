import { travelTurn } from '../outline/setting';
import type { Mark } from '../production/mark';
import { resolverOf } from '../production/resolver';
import type { Production } from '../production/production';
import { multiply, panTiltRoll, product, transformDirection, type Mat4 } from '../space/matrix';
import type { MarkExtent } from './frame-state';
import { readyMark, type ReadyMark } from './ready-mark';

/** Pose of a mark at a frame: its turns go about its pivot, which stays where it is; letters travel along what they are set on. */
export function markPose(production: Production, mark: Mark, frame: number, extent?: MarkExtent | null): Mat4 {
  return readyPose(readyMark(resolverOf(production), mark, extent), frame);
}

/** The same for a mark that is at hand made ready. */
export function readyPose({ place, pivot, travelled }: ReadyMark, frame: number): Mat4 {
  const turned = panTiltRoll(place.pan.at(frame), place.tilt.at(frame), place.roll.at(frame)) as number[];
  const [bx, by, bz] = transformDirection(turned, pivot);
  // Turned about the pivot: that stays, and the origin goes round it.
  turned[12] = place.x.at(frame) + pivot[0] - bx;
  turned[13] = place.y.at(frame) + pivot[1] - by;
  turned[14] = place.z.at(frame) + pivot[2] - bz;
  const pose: Mat4 = turned;
  return travelled ? product(pose, travelTurn(travelled, place.travel.at(frame))) : pose;
}

/** Whether a mark is seen at a frame. */
export const isShown = (production: Production, mark: Mark, frame: number): boolean =>
  resolverOf(production).of(`marks/${mark.id}`, mark.channels).on.at(frame);

/** Poses of all copies of a mark at a frame; its own is the first. */
export function standingPoses(production: Production, mark: Mark, frame: number, extent?: MarkExtent | null): Mat4[] {
  const ready = readyMark(resolverOf(production), mark, extent);
  const pose = readyPose(ready, frame);
  return ready.copies.map((copy) => multiply(pose, copy));
}
