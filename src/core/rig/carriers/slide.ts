import { channelField } from '../../schema/fields';
import { anglesOf, nearestTurn, panTiltRoll, positionOf, product, translation } from '../../space/matrix';
import { carrierKind } from '../carrier';

const place = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;
const turn = { unit: '°', min: -36000, max: 36000, rest: 0, step: 1, digits: 1 } as const;

/** Place and turn: pan about the upright, then tilt, then roll. */
export const slide = carrierKind({
  kind: 'slide',
  label: 'Slide',
  channels: {
    x: channelField({ label: 'Across', ...place }),
    y: channelField({ label: 'Up', ...place }),
    z: channelField({ label: 'Toward', ...place }),
    pan: channelField({ label: 'Pan', ...turn }),
    tilt: channelField({ label: 'Tilt', ...turn }),
    roll: channelField({ label: 'Roll', ...turn }),
  },
  matrix: (v) => product(translation(v.x ?? 0, v.y ?? 0, v.z ?? 0), panTiltRoll(v.pan ?? 0, v.tilt ?? 0, v.roll ?? 0)),
  land(pose, present) {
    const [x, y, z] = positionOf(pose);
    const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
    return {
      x,
      y,
      z,
      pan: nearestTurn(panDeg, present.pan ?? 0),
      tilt: nearestTurn(tiltDeg, present.tilt ?? 0),
      roll: nearestTurn(rollDeg, present.roll ?? 0),
    };
  },
});
