import { valueAt } from '../motion/evaluate-channel';
import { travelTurn } from '../outline/setting';
import type { Mark } from '../production/mark';
import { copyPoses } from '../production/pattern';
import { multiply, panTiltRoll, product, transformDirection, type Mat4 } from '../space/matrix';
import type { MarkExtent } from './frame-state';
import { pivotOf } from './pivot';

/** Pose of a mark at a frame: its turns go about its pivot, which stays where it is; letters travel along what they are set on. */
export function markPose(mark: Mark, frame: number, extent?: MarkExtent | null): Mat4 {
  const { x, y, z, pan, tilt, roll, travel } = mark.placement;
  const at = (channel: typeof x) => valueAt(channel, frame);
  const [px, py, pz] = pivotOf(mark, extent);
  const turned = panTiltRoll(at(pan), at(tilt), at(roll)) as number[];
  const [bx, by, bz] = transformDirection(turned, [px, py, pz]);
  // Turned about the pivot: that stays, and the origin goes round it.
  turned[12] = at(x) + px - bx;
  turned[13] = at(y) + py - by;
  turned[14] = at(z) + pz - bz;
  const pose: Mat4 = turned;
  return mark.body.kind === 'words' && mark.body.setting.along !== 'line' ? product(pose, travelTurn(mark.body.setting, at(travel))) : pose;
}

/** Poses of all copies of a mark at a frame; its own is the first. */
export function standingPoses(mark: Mark, frame: number, extent?: MarkExtent | null): Mat4[] {
  const pose = markPose(mark, frame, extent);
  return copyPoses(mark.pattern).map((copy) => multiply(pose, copy));
}
