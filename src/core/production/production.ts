import { z } from 'zod';
import { paceSchema } from '../motion/pace';
import { RATE_NAMES, type RateName } from '../time/rate';
import { cameraSchema } from './camera';
import { cuesSchema, soundSchema } from './sound';
import { shotsSchema, timeSchema } from './shots';
import { idField, numberField } from '../schema/fields';
import { ownerList, uniqueIds } from '../schema/owner-kind';
import { nameField } from '../schema/text';
import { isCircle } from './carried';
import { MAX_FRAMES, MAX_RASTER } from './frame-format';
import { finishField } from './finish';
import { kitSchema, MAX_KITS } from './kits';
import { markSchema } from './mark';
import { surroundingsOf } from './dome-presets';
import { LIGHTS, SET } from './owners/kinds';
import { MAX_SURROUNDINGS, surroundingsSchema } from './surroundings';
import { framingSchema, versionsSchema } from './versions';

export { MAX_FRAMES, MAX_RASTER };

export const UNITS = ['mm', 'cm', 'm', 'in'] as const;
export const MAX_CAMERAS = 24;
export const MAX_PACES = 60;
export const MAX_PINS = 9;
export const MAX_MARKS = 200;
export const MAX_LIGHTS = 24;
export const CURRENT_VERSION = 11;

const side = (name: string) =>
  z
    .int(`The ${name} must be a whole number of pixels.`)
    .min(16, `The ${name} must be at least 16 pixels.`)
    .max(MAX_RASTER, `The ${name} can be at most ${MAX_RASTER} pixels.`);

export const frameFormatSchema = z.object({
  width: side('width'),
  height: side('height'),
  rate: z.enum(RATE_NAMES as [RateName, ...RateName[]], `The rate must be one of ${RATE_NAMES.join(', ')} frames a second.`),
  /** Length in frames. */
  length: z
    .int('The length must be a whole number of frames.')
    .min(1, 'A production is at least one frame long.')
    .max(MAX_FRAMES, `A production is at most ${MAX_FRAMES} frames long.`),
});
export type FrameFormat = z.infer<typeof frameFormatSchema>;

/** The document. The only source of types, defaults and bounds. */
export const productionSchema = z.object({
  version: z.literal(CURRENT_VERSION).default(CURRENT_VERSION),
  name: nameField(120, 'A production needs a name.'),
  seed: z
    .int()
    .min(0)
    .max(2 ** 31 - 1)
    .default(1),
  format: frameFormatSchema,
  /** Unit of length in which dimensions are read off and typed. */
  units: z.enum(UNITS).default('mm'),
  /** Whether the light of full pictures is followed by rays. */
  traced: z.boolean().default(false),
  shutterDeg: numberField({ label: 'Shutter', unit: '°', min: 0, max: 360, rest: 180, step: 5, digits: 0 }),
  marks: z
    .array(markSchema)
    .max(MAX_MARKS, `There can be at most ${MAX_MARKS} marks.`)
    .refine(...uniqueIds('marks'))
    .refine((marks) => !isCircle(marks), 'Marks carry one another in a circle.')
    .default([]),
  cameras: z
    .array(cameraSchema)
    .min(1)
    .max(MAX_CAMERAS, `There can be at most ${MAX_CAMERAS} cameras.`)
    .refine(...uniqueIds('cameras')),
  /** What is seen when; without any, the first camera all through. */
  shots: shotsSchema,
  /** Scene frame at each delivered frame; without keys they are the same. */
  time: timeSchema.prefault({}),
  cues: cuesSchema,
  /** Views that were pinned, to come back to: a frame, and a pose that the lens view was flown to or null for the camera's own. */
  pins: z
    .array(z.object({ id: idField, frame: z.number().min(0).max(1_000_000), pose: z.array(z.number()).length(16).nullable() }))
    .max(MAX_PINS)
    .default([]),
  /** Paces that were drawn by hand and given a name. */
  paces: z
    .array(paceSchema.extend({ id: idField, name: nameField(40, 'A pace needs a name.') }))
    .max(MAX_PACES)
    .default([]),
  sound: soundSchema.nullable().default(null),
  lights: ownerList(LIGHTS, MAX_LIGHTS, 'lights'),
  /** What the dome is made of: one of them, or two that are mixed. */
  domes: z
    .array(surroundingsSchema)
    .min(1)
    .max(MAX_SURROUNDINGS)
    .refine(...uniqueIds('surroundings'))
    .default(() => [surroundingsOf('studio', 'surroundings-1')]),
  set: ownerList(SET, SET.length, 'parts of the set'),
  finish: finishField,
  /** Looks that marks of this production follow. */
  kits: z.array(kitSchema).max(MAX_KITS).default([]),
  /** What changes from version to version, their table, and the formats of delivery. */
  versions: versionsSchema.prefault({}),
  /** How shots are brought into this raster, where they were composed for another; null where they were composed for it. */
  framing: framingSchema.nullable().default(null),
});
export type Production = z.infer<typeof productionSchema>;

export const FORMAT_PRESETS = [
  { width: 1920, height: 1080, label: 'HD' },
  { width: 3840, height: 2160, label: 'UHD' },
  { width: 1080, height: 1080, label: 'Square' },
  { width: 1080, height: 1350, label: 'Portrait 4:5' },
  { width: 1080, height: 1920, label: 'Upright 9:16' },
] as const;

/** Hues given to things in turn, degrees on the perceptual ring: neighbours in the list lie far apart. */
const HUES = [75, 150, 25, 195, 300, 110, 345, 250] as const;
export const hueFor = (index: number): number => HUES[index % HUES.length] as number;

/** An empty production: one camera on one orbit, looking at where the first mark will stand. */
export function emptyProduction(name: string, format: FrameFormat): Production {
  return productionSchema.parse({
    name,
    format,
    cameras: [{ id: 'camera-1', name: 'Camera 1', hue: 300, carriers: [{ id: 'orbit-1', kind: 'orbit' }] }],
    lights: [{ id: 'key', kind: 'sun', name: 'Key light' }],
  });
}
