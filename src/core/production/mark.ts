import { z } from 'zod';
import { formShapeSchema } from '../outline/forms';
import { PROFILE_KINDS, type ProfileKind } from '../solid/profile';
import { channelField, numberField } from '../schema/fields';
import { colourSchema, surfaceOf, surfaceSchema } from './materials';

export const MAX_TEXT = 500;

export const fontRefSchema = z.object({
  source: z.enum(['shipped', 'uploaded']),
  /** Name of a shipped font, or content hash of an uploaded one. */
  id: z.string().regex(/^[a-z0-9-]{1,80}$/),
});
export type FontRef = z.infer<typeof fontRefSchema>;

export const wordsSchema = z.object({
  kind: z.literal('words'),
  text: z.string().max(MAX_TEXT),
  font: fontRefSchema.default({ source: 'shipped', id: 'archivo-black' }),
  size: numberField({ label: 'Size', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
  tracking: numberField({ label: 'Tracking', unit: '‰', min: -500, max: 5000, rest: 0, step: 5, digits: 0 }),
  leading: numberField({ label: 'Leading', unit: '×', min: 0.2, max: 10, rest: 1.1, step: 0.05 }),
  alignment: z.enum(['left', 'centre', 'right']).default('centre'),
});

export const outlineSchema = z.object({
  kind: z.literal('outline'),
  /** Path data of a drawing, Y down as in SVG. */
  paths: z.array(z.object({ d: z.string().max(400_000), evenOdd: z.boolean().default(false), colour: colourSchema.optional() })).min(1).max(2000),
  size: numberField({ label: 'Height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
});

export const formSchema = z.object({
  kind: z.literal('form'),
  shape: formShapeSchema,
  size: numberField({ label: 'Height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
});
export type Form = z.infer<typeof formSchema>;

/** How a bevel or an offset turns a corner that grows. */
export const JOINS = ['mitred', 'rounded', 'cut'] as const;

export const bevelSchema = z.object({
  profile: z.enum(['none', ...PROFILE_KINDS] as ['none', ...ProfileKind[]]).default('round'),
  /** How far it goes in over the face. */
  size: numberField({ label: 'Size', unit: 'mm', min: 0, max: 2000, rest: 24, step: 1, digits: 1 }),
  /** How far it goes along the depth. */
  height: numberField({ label: 'Height', unit: 'mm', min: 0, max: 2000, rest: 24, step: 1, digits: 1 }),
  /** Goes on at its slope until it meets itself in a ridge: chiselled letters. */
  ridge: z.boolean().default(false),
});
export type Bevel = z.infer<typeof bevelSchema>;

const plane = { unit: 'm', min: -50, max: 50, step: 0.02, digits: 3 } as const;

/** One extruded layer of a mark: its outline offset by some amount, between two depths, with its own bevels and materials. */
export const shellSchema = z
  .object({
    id: z.string().min(1).max(40),
    name: z.string().max(40).default('Face'),
    shown: z.boolean().default(true),
    offset: numberField({ label: 'Offset', unit: 'mm', min: -1000, max: 1000, rest: 0, step: 1, digits: 1 }),
    join: z.enum(JOINS).default('mitred'),
    /** Depths between which it stands, along +Z of the mark; `to` is the face. */
    from: numberField({ label: 'From', ...plane, rest: -0.14 }),
    to: numberField({ label: 'To', ...plane, rest: 0.14 }),
    front: bevelSchema.prefault({}),
    back: bevelSchema.prefault({}),
    /** Width of the rim that is left when the inside is taken out; 0 leaves it solid. */
    rim: numberField({ label: 'Rim', unit: 'mm', min: 0, max: 2000, rest: 0, step: 1, digits: 1 }),
    surfaces: z
      .object({ face: surfaceSchema, bevel: surfaceSchema, side: surfaceSchema, back: surfaceSchema })
      .default({ face: surfaceOf('polished-steel'), bevel: surfaceOf('polished-steel'), side: surfaceOf('polished-steel'), back: surfaceOf('polished-steel') }),
  })
  .refine(({ from, to }) => to > from, 'A shell ends in front of where it begins.');
export const MAX_SHELLS = 12;

const place = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;
const turn = { unit: '°', min: -36000, max: 36000, rest: 0, step: 1, digits: 1 } as const;

/** Where a mark stands, and its turns about its pivot: about the upright, then across, then toward. */
export const placementSchema = z.object({
  x: channelField({ label: 'Across', ...place }),
  y: channelField({ label: 'Up', ...place }),
  z: channelField({ label: 'Toward', ...place }),
  pan: channelField({ label: 'Turn', ...turn }),
  tilt: channelField({ label: 'Tip', ...turn }),
  roll: channelField({ label: 'Roll', ...turn }),
});

export const PIVOTS = ['middle', 'front', 'back'] as const;

export const markSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().max(80),
  hue: z.number().min(0).max(360),
  shown: z.boolean().default(true),
  body: z.discriminatedUnion('kind', [wordsSchema, outlineSchema, formSchema]),
  /** Front to back as they are listed; each stands at its own depths. */
  shells: z.array(shellSchema).min(1).max(MAX_SHELLS),
  placement: placementSchema.prefault({}),
  /** Where along its depth the mark turns. */
  pivot: z.enum(PIVOTS).default('middle'),
});

export type Mark = z.infer<typeof markSchema>;
export type Shell = z.infer<typeof shellSchema>;
export type Words = z.infer<typeof wordsSchema>;
export type Outline = z.infer<typeof outlineSchema>;
