import { travelTurn } from '../outline/setting';
import type { Mark } from '../production/mark';
import { multiply, panTiltRoll, product, transformDirection, type Mat4 } from '../space/matrix';
import type { MarkExtent } from './frame-state';
import { PAN, readyMark, ROLL, TILT, TRAVEL, X, Y, Z, type ReadyMark } from './ready-mark';

/** Pose of a mark at a frame: its turns go about its pivot, which stays where it is; letters travel along what they are set on. */
export function markPose(mark: Mark, frame: number, extent?: MarkExtent | null): Mat4 {
  return readyPose(readyMark(mark, extent), frame);
}

/** The same for a mark that is at hand made ready. */
export function readyPose({ placement, pivot, travelled }: ReadyMark, frame: number): Mat4 {
  const turned = panTiltRoll(placement.valueAt(PAN, frame), placement.valueAt(TILT, frame), placement.valueAt(ROLL, frame)) as number[];
  const [bx, by, bz] = transformDirection(turned, pivot);
  // Turned about the pivot: that stays, and the origin goes round it.
  turned[12] = placement.valueAt(X, frame) + pivot[0] - bx;
  turned[13] = placement.valueAt(Y, frame) + pivot[1] - by;
  turned[14] = placement.valueAt(Z, frame) + pivot[2] - bz;
  const pose: Mat4 = turned;
  return travelled ? product(pose, travelTurn(travelled, placement.valueAt(TRAVEL, frame))) : pose;
}

/** Poses of all copies of a mark at a frame; its own is the first. */
export function standingPoses(mark: Mark, frame: number, extent?: MarkExtent | null): Mat4[] {
  const ready = readyMark(mark, extent);
  const pose = readyPose(ready, frame);
  return ready.copies.map((copy) => multiply(pose, copy));
}
