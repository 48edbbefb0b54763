import type { z } from 'zod';
import type { Channel } from '../motion/channel';
import type { Mat4 } from '../space/matrix';

/** Values of a carrier's channels at one instant. */
export type CarrierValues = Record<string, number>;

/** A kind of carrier: one stage of a rig. A new kind is one file and one line in the registry. */
export interface CarrierKind<Kind extends string = string> {
  kind: Kind;
  label: string;
  /** Names of its channels, in the order in which they are shown. */
  channels: readonly string[];
  /** Its channels with their bounds, defaults and labels. */
  schema: z.ZodObject;
  /** The stage as a rigid transform. */
  matrix(values: CarrierValues): Mat4;
  /** Values that make the stage equal to a pose, with angles near the present ones. */
  land(pose: Mat4, present: CarrierValues): CarrierValues;
}

export type CarrierChannels = Record<string, Channel>;
