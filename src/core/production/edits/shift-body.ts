import { withShift } from '../../motion/edit-channel';
import { panTiltRoll, transformDirection } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import type { Mark } from '../mark';

const TURNS = ['pan', 'tilt', 'roll'] as const;

/**
 * Moves a mark's frame within itself, so that what stood at (sx, sy) stands at its origin, without a jump at any frame. A mark whose
 * turns are not keyed then turns about its own middle; where they are, it goes on turning about the point that it turned about before.
 * @param pivot what it turns about now, in its own frame
 */
export function shiftBody(mark: Mark, pivot: Vec3, [sx, sy]: readonly [number, number]): void {
  const { channels } = mark;
  const own = TURNS.every((name) => channels[name].keys.length === 0) && ['middle', 'front', 'back'].includes(mark.pivot);
  let shift: Vec3 = [sx, sy, 0];
  if (own) {
    const turned = panTiltRoll(channels.pan.rest, channels.tilt.rest, channels.roll.rest);
    shift = transformDirection(turned, shift);
  } else {
    mark.pivot = 'point';
    mark.pivotPoint = { x: pivot[0] - sx, y: pivot[1] - sy, z: pivot[2] };
  }
  (['x', 'y', 'z'] as const).forEach((axis, k) => {
    channels[axis] = withShift(channels[axis], shift[k] as number);
  });
}
