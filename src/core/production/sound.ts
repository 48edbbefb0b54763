import { z } from 'zod';
import { idField, intField, numberField } from '../schema/fields';
import { MAX_PACKED_LEVELS } from '../sound/levels';
import { mediaRefSchema } from './media';
import { uniqueIds } from '../schema/owner-kind';
import { textField } from '../schema/text';
import { framesPerSecond, type RateName } from '../time/rate';

export const MAX_CUES = 1000;
/** Longest sound, seconds: what is decoded must fit into the memory. */
export const MAX_SOUND_SECONDS = 1800;

/** A moment that keys, shots and marks can fall on. */
export const cueSchema = z.object({
  id: idField,
  /** Delivered frame, may be fractional. */
  frame: z.number().min(0).max(1_000_000),
  name: textField(80).default(''),
});
export type Cue = z.infer<typeof cueSchema>;

export const cuesSchema = z
  .array(cueSchema)
  .max(MAX_CUES)
  .default([])
  .refine(...uniqueIds('cues'))
  .refine(
    (cues) => cues.every((cue, i) => i === 0 || cue.frame > (cues[i - 1] as Cue).frame),
    'Cues must be in order of time, one a moment',
  );

/** The sound under the production: a file kept by the application, and where it lies. */
export const soundSchema = mediaRefSchema.extend({
  seconds: z.number().min(0).max(MAX_SOUND_SECONDS),
  /** Frame at which it begins; before 0 its beginning is left out. */
  from: intField({ label: 'Begins at', unit: 'fr', min: -36_000, max: 36_000, rest: 0 }),
  /** How loud it is through its time, packed; null where that was not measured. */
  levels: z.string().max(MAX_PACKED_LEVELS).nullable().default(null),
  gainDb: numberField({ label: 'Level', unit: 'dB', min: -60, max: 12, rest: 0, step: 0.5, digits: 1 }),
});
export type Sound = z.infer<typeof soundSchema>;

/** How far into its sound a production is at a frame, seconds: negative before it begins. */
export const soundOffset = ({ sound, format }: { sound: Sound | null; format: { rate: RateName } }, frame: number): number =>
  (frame - (sound?.from ?? 0)) / framesPerSecond(format.rate);
