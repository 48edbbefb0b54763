import { valueAt } from '../motion/evaluate-channel';
import { invertRigid, multiply, product, type Mat4 } from '../space/matrix';
import type { CarrierChannels, CarrierKind, CarrierValues } from './carrier';
import { orbit } from './carriers/orbit';
import { slide } from './carriers/slide';

/** Every kind of carrier there is. */
export const CARRIER_KINDS = { orbit, slide } as const satisfies Record<string, CarrierKind>;
export type CarrierKindName = keyof typeof CARRIER_KINDS;

interface CarrierStage {
  kind: CarrierKindName;
  on: boolean;
  channels: CarrierChannels;
}

/** Values of all channels of a carrier at a frame. */
export function carrierValues(carrier: CarrierStage, frame: number): CarrierValues {
  const values: CarrierValues = {};
  for (const name of CARRIER_KINDS[carrier.kind].channels) {
    const channel = carrier.channels[name];
    if (channel) values[name] = valueAt(channel, frame);
  }
  return values;
}

function stageMatrix(carrier: CarrierStage, frame: number): Mat4 {
  return CARRIER_KINDS[carrier.kind].matrix(carrierValues(carrier, frame));
}

/** Pose of a rig at a frame: the product of its carriers, the first one outermost. */
export function rigPose(carriers: readonly CarrierStage[], frame: number): Mat4 {
  return product(...carriers.filter((c) => c.on).map((c) => stageMatrix(c, frame)));
}

/**
 * Values that carrier `index` must take at a frame so that the whole rig stands in `pose`;
 * the carriers before and after it stay as they are.
 * @param present values to stay near to (angles, radius); those at the frame unless given
 */
export function landingValues(
  carriers: readonly CarrierStage[],
  index: number,
  frame: number,
  pose: Mat4,
  present?: CarrierValues,
): CarrierValues {
  const carrier = carriers[index];
  if (!carrier) throw new RangeError('No such carrier');
  const before = rigPose(carriers.slice(0, index), frame);
  const after = rigPose(carriers.slice(index + 1), frame);
  const own = multiply(multiply(invertRigid(before), pose), invertRigid(after));
  return CARRIER_KINDS[carrier.kind].land(own, present ?? carrierValues(carrier, frame));
}
