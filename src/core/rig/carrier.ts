import { z } from 'zod';
import type { Channels } from '../motion/channel';
import { keyReaders, type Readers } from '../motion/readers';
import { channelField, switchChannel } from '../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../schema/owner-kind';
import type { Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';

/** Values of a carrier's channels at one instant; its switch is not among them. */
export type CarrierValues = Record<string, number>;

/** What of the production a stage may depend on beside its own channels. */
export interface RigContext {
  framesPerSecond: number;
  /** What reads a carrier's channels, by its id. */
  read<C extends Channels>(carrierId: string, channels: C): Readers<C>;
  /** Focal length at a frame, millimetres. */
  focalLengthMm?(frame: number): number;
  /** Pose of a mark at a frame; null when it is gone. */
  poseOf?(markId: string, frame: number): Mat4 | null;
  /** Middle of a mark or of one of its letters at a frame, in the world; null when it is gone. */
  middleOf?(markId: string, letter: number | null, frame: number): Vec3 | null;
}

/** A carrier at one instant: what is set on it that is no channel, the frame, and what surrounds it. */
export interface Instant<S = Record<string, unknown>> {
  settings: S;
  frame: number;
  context: RigContext;
}

/** A kind of carrier: one stage of a rig. A new kind is one file and one line in the registry. */
export interface CarrierKind<
  Kind extends string = string,
  C extends z.ZodObject = z.ZodObject,
  S extends z.ZodObject = z.ZodObject,
> extends OwnerKind<Kind, C, S> {
  /** The stage as a rigid transform. */
  matrix(values: CarrierValues, instant: Instant<z.output<S>>): Mat4;
  /** Values that make the stage equal to a pose, or as near as it can come, with angles near the present ones. */
  land(pose: Mat4, present: CarrierValues, instant: Instant<z.output<S>>): CarrierValues;
}

type CarrierGiven<Kind extends string, C extends z.ZodRawShape, S extends z.ZodObject> = Omit<
  CarrierKind<Kind, z.ZodObject, S>,
  'places' | 'channels' | 'settings' | 'measured'
> & { channels: C; settings?: S };

/** How much of a stage counts, and whether it counts at all: every kind has them. */
const COMMON = {
  on: switchChannel({ label: 'On', rest: true }),
  weight: channelField({ label: 'Weight', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
};

/** A kind of carrier from what is its own. */
export function carrierKind<Kind extends string, C extends z.ZodRawShape, S extends z.ZodObject = typeof NO_SETTINGS>({
  channels,
  settings = NO_SETTINGS as unknown as S,
  ...own
}: CarrierGiven<Kind, C, S>) {
  const { on, weight } = COMMON;
  return {
    ...own,
    places: ['cameras/*/carriers/*', 'marks/*/carriers/*'],
    measured: 'poses',
    channels: z.object({ ...channels, weight, on }),
    settings,
  } satisfies CarrierKind<Kind, z.ZodObject, S>;
}

/** One letter of a mark's words, by its place among them; null is the mark as a whole. */
export const letterField = z.int().min(0).max(5000).nullable().default(null);

/** What stages stand in where nothing else is known: 25 frames a second, no marks. */
export const NO_CONTEXT: RigContext = { framesPerSecond: 25, read: (_, channels) => keyReaders(channels) };
