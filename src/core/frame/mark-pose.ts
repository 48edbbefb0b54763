import { travelTurn } from '../outline/setting';
import type { Mark } from '../production/mark';
import { resolverOf } from '../production/resolver';
import type { Production } from '../production/production';
import { multiply, panTiltRoll, product, type Mat4 } from '../space/matrix';
import type { MarkExtent } from './frame-state';
import { readyMark, type ReadyMark } from './ready-mark';

/** Pose of a mark at a frame: its turns go about its pivot, which stays where it is; letters travel along what they are set on. */
export function markPose(production: Production, mark: Mark, frame: number, extent?: MarkExtent | null): Mat4 {
  return readyPose(readyMark(resolverOf(production), mark, extent), frame);
}

/** The same for a mark that is at hand made ready. */
export function readyPose({ place, pivot, travelled }: ReadyMark, frame: number): Mat4 {
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

/** Whether a mark is seen at a frame. */
export const isShown = (production: Production, mark: Mark, frame: number): boolean =>
  resolverOf(production).of(`marks/${mark.id}`, mark.channels).on.at(frame);

/** Poses of all copies of a mark at a frame; its own is the first. */
export function standingPoses(production: Production, mark: Mark, frame: number, extent?: MarkExtent | null): Mat4[] {
  const ready = readyMark(resolverOf(production), mark, extent);
  const pose = readyPose(ready, frame);
  return ready.copies.map((copy) => multiply(pose, copy));
}
