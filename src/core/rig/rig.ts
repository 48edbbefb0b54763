import { valueAt } from '../motion/evaluate-channel';
import { invertRigid, multiply, product, type Mat4 } from '../space/matrix';
import { shareOf } from '../space/quaternion';
import { NO_CONTEXT, type CarrierChannels, type CarrierKind, type CarrierValues, type Instant, type RigContext } from './carrier';
import { orbit } from './carriers/orbit';
import { rail } from './carriers/rail';
import { ride } from './carriers/ride';
import { shake } from './carriers/shake';
import { slide } from './carriers/slide';
import { take } from './carriers/take';

/** Every kind of carrier there is. */
export const CARRIER_KINDS = { orbit, slide, rail, ride, shake, take } as const satisfies Record<string, CarrierKind>;
export type CarrierKindName = keyof typeof CARRIER_KINDS;

interface CarrierStage {
  kind: CarrierKindName;
  on: boolean;
  channels: CarrierChannels;
  settings?: Record<string, unknown>;
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

const instantOf = (carrier: CarrierStage, frame: number, context: RigContext): Instant => ({
  settings: carrier.settings ?? {},
  frame,
  context,
});

function stageMatrix(carrier: CarrierStage, frame: number, context: RigContext): Mat4 {
  const values = carrierValues(carrier, frame);
  return shareOf(CARRIER_KINDS[carrier.kind].matrix(values, instantOf(carrier, frame, context)), values.weight ?? 1);
}

/** Pose of a rig at a frame: the product of its carriers, the first one outermost, each as far as its weight goes. */
export function rigPose(carriers: readonly CarrierStage[], frame: number, context: RigContext = NO_CONTEXT): Mat4 {
  return product(...carriers.filter((c) => c.on).map((c) => stageMatrix(c, frame, context)));
}

/** Below this weight a carrier cannot be landed: what it would have to reach lies too far away. */
const LEAST_WEIGHT = 0.05;

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
  context: RigContext = NO_CONTEXT,
): CarrierValues {
  const carrier = carriers[index];
  if (!carrier) throw new RangeError('No such carrier');
  const before = rigPose(carriers.slice(0, index), frame, context);
  const after = rigPose(carriers.slice(index + 1), frame, context);
  const values = carrierValues(carrier, frame);
  const own = multiply(multiply(invertRigid(before), pose), invertRigid(after));
  return CARRIER_KINDS[carrier.kind].land(
    shareOf(own, 1 / Math.max(LEAST_WEIGHT, values.weight ?? 1)),
    present ?? values,
    instantOf(carrier, frame, context),
  );
}
