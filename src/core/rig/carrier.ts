import { z } from 'zod';
import type { Channel } from '../motion/channel';
import { channelField } from '../schema/fields';
import type { Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';

/** Values of a carrier's channels at one instant. */
export type CarrierValues = Record<string, number>;

/** What of the production a stage may depend on beside its own channels. */
export interface RigContext {
  framesPerSecond: number;
  /** Focal length at a frame, millimetres. */
  focalLengthMm?(frame: number): number;
  /** Pose of a mark at a frame; null when it is gone. */
  poseOf?(markId: string, frame: number): Mat4 | null;
  /** Middle of a mark or of one of its letters at a frame, in the world; null when it is gone. */
  middleOf?(markId: string, letter: number | null, frame: number): Vec3 | null;
}

/** A carrier at one instant: what is set on it that is no channel, the frame, and what surrounds it. */
export interface Instant {
  settings: Record<string, unknown>;
  frame: number;
  context: RigContext;
}

/** A kind of carrier: one stage of a rig. A new kind is one file and one line in the registry. */
export interface CarrierKind<Kind extends string = string> {
  kind: Kind;
  label: string;
  /** Names of its channels, in the order in which they are shown. */
  channels: readonly string[];
  /** Its channels with their bounds, defaults and labels. */
  schema: z.ZodObject;
  /** What is set on it beside its channels. */
  settings?: z.ZodObject;
  /** The stage as a rigid transform. */
  matrix(values: CarrierValues, instant?: Instant): Mat4;
  /** Values that make the stage equal to a pose, or as near as it can come, with angles near the present ones. */
  land(pose: Mat4, present: CarrierValues, instant?: Instant): CarrierValues;
}

export type CarrierChannels = Record<string, Channel>;

/** How much of a stage counts: every kind has it. */
export const weightField = channelField({ label: 'Weight', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 });

/** One letter of a mark's words, by its place among them; null is the mark as a whole. */
export const letterField = z.int().min(0).max(5000).nullable().default(null);

/** What stages stand in where nothing else is known: 25 frames a second, no marks. */
export const NO_CONTEXT: RigContext = { framesPerSecond: 25 };
