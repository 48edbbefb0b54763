import { valueAt } from '../motion/evaluate-channel';
import { travelTurn } from '../outline/setting';
import type { Mark } from '../production/mark';
import { panTiltRoll, product, translation, type Mat4 } from '../space/matrix';
import type { MarkExtent } from './frame-state';
import { pivotOf } from './pivot';

/** Pose of a mark at a frame: its turns go about its pivot, which stays where it is; letters travel along what they are set on. */
export function markPose(mark: Mark, frame: number, extent?: MarkExtent | null): Mat4 {
  const { x, y, z, pan, tilt, roll, travel } = mark.placement;
  const at = (channel: typeof x) => valueAt(channel, frame);
  const [px, py, pz] = pivotOf(mark, extent);
  const pose = product(translation(at(x) + px, at(y) + py, at(z) + pz), panTiltRoll(at(pan), at(tilt), at(roll)), translation(-px, -py, -pz));
  return mark.body.kind === 'words' && mark.body.setting.along !== 'line' ? product(pose, travelTurn(mark.body.setting, at(travel))) : pose;
}
