import type { Channels } from '../motion/channel';
import type { OwnerOf } from '../schema/owner-kind';
import { IDENTITY, invertRigid, multiply, product, type Mat4 } from '../space/matrix';
import { shareOf } from '../space/quaternion';
import { NO_CONTEXT, type CarrierKind, type CarrierValues, type Instant, type RigContext } from './carrier';
import { orbit } from './carriers/orbit';
import { rail } from './carriers/rail';
import { ride } from './carriers/ride';
import { shake } from './carriers/shake';
import { slide } from './carriers/slide';
import { take } from './carriers/take';

/** Every kind of carrier there is. */
export const CARRIERS = [orbit, slide, rail, ride, shake, take] as const;
export type Carrier = OwnerOf<(typeof CARRIERS)[number]>;
export type CarrierKindName = Carrier['kind'];

/** Kinds of carriers by their names. */
export const CARRIER_KINDS = Object.fromEntries(CARRIERS.map((kind) => [kind.kind, kind])) as unknown as Record<
  CarrierKindName,
  CarrierKind
>;

/** A carrier at one instant, and whether it counts there. */
interface Stage {
  kind: CarrierKind;
  on: boolean;
  values: CarrierValues;
  instant: Instant;
}

function stageAt({ id, kind, channels, settings }: Carrier, frame: number, context: RigContext): Stage {
  const values: CarrierValues = {};
  let on = true;
  for (const [name, reader] of Object.entries(context.read<Channels>(id, channels))) {
    const value = reader.at(frame);
    if (typeof value === 'number') values[name] = value;
    else if (name === 'on') on = value as boolean;
  }
  return { kind: CARRIER_KINDS[kind], on, values, instant: { settings, frame, context } };
}

/** Values of all numbers of a carrier at a frame. */
export const carrierValues = (carrier: Carrier, frame: number, context: RigContext = NO_CONTEXT): CarrierValues =>
  stageAt(carrier, frame, context).values;

function stageMatrix(carrier: Carrier, frame: number, context: RigContext): Mat4 {
  const { kind, on, values, instant } = stageAt(carrier, frame, context);
  return on ? shareOf(kind.matrix(values, instant), values.weight ?? 1) : IDENTITY;
}

/** Pose of a rig at a frame: the product of its carriers, the first one outermost, each as far as its weight goes. */
export function rigPose(carriers: readonly Carrier[], frame: number, context: RigContext = NO_CONTEXT): Mat4 {
  return product(...carriers.map((carrier) => stageMatrix(carrier, frame, context)));
}

/** Below this weight a carrier cannot be landed: what it would have to reach lies too far away. */
const LEAST_WEIGHT = 0.05;

/**
 * Values that carrier `index` must take at a frame so that the whole rig stands in `pose`;
 * the carriers before and after it stay as they are.
 * @param present values to stay near to (angles, radius); those at the frame unless given
 */
export function landingValues(
  carriers: readonly Carrier[],
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
  const { kind, values, instant } = stageAt(carrier, frame, context);
  const own = multiply(multiply(invertRigid(before), pose), invertRigid(after));
  return kind.land(shareOf(own, 1 / Math.max(LEAST_WEIGHT, values.weight ?? 1)), present ?? values, instant);
}
