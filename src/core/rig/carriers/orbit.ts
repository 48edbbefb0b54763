import { channelField } from '../../schema/fields';
import { anglesOf, forwardOf, nearestTurn, positionOf, product, rotationX, rotationY, rotationZ, translation } from '../../space/matrix';
import { add, scale } from '../../space/vector';
import { carrierKind } from '../carrier';

const place = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;
const turn = { unit: '°', min: -36000, max: 36000, rest: 0, step: 1, digits: 1 } as const;

/**
 * Round a pivot and looking at it: azimuth 0 is from the audience, positive to its right; height is the angle
 * above the level of the pivot.
 */
export const orbit = carrierKind({
  kind: 'orbit',
  label: 'Orbit',
  channels: {
    azimuth: channelField({ label: 'Round', ...turn }),
    height: channelField({ label: 'Height', ...turn }),
    radius: channelField({ label: 'Radius', unit: 'm', min: 0.01, max: 1000, rest: 8, step: 0.1 }),
    roll: channelField({ label: 'Roll', ...turn }),
    pivotX: channelField({ label: 'Pivot across', ...place }),
    pivotY: channelField({ label: 'Pivot up', ...place }),
    pivotZ: channelField({ label: 'Pivot toward', ...place }),
  },
  matrix: (v) =>
    product(
      translation(v.pivotX ?? 0, v.pivotY ?? 0, v.pivotZ ?? 0),
      rotationY(v.azimuth ?? 0),
      rotationX(-(v.height ?? 0)),
      translation(0, 0, v.radius ?? 8),
      rotationZ(v.roll ?? 0),
    ),
  land(pose, present) {
    // Pan, tilt and roll of the pose are azimuth, -height and roll: what is left is where along the axis the pivot lies.
    const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
    const radius = Math.max(0.01, present.radius ?? 8);
    const pivot = add(positionOf(pose), scale(forwardOf(pose), radius));
    return {
      azimuth: nearestTurn(panDeg, present.azimuth ?? 0),
      height: nearestTurn(-tiltDeg, present.height ?? 0),
      radius,
      roll: nearestTurn(rollDeg, present.roll ?? 0),
      pivotX: pivot[0],
      pivotY: pivot[1],
      pivotZ: pivot[2],
    };
  },
});
