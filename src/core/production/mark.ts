import { z } from 'zod';
import { formShapeSchema } from '../outline/forms';
import { bodyShapeSchema } from '../solid/bodies';
import { PROFILE_KINDS, type ProfileKind } from '../solid/profile';
import { channelField, numberField } from '../schema/fields';
import { colourSchema, surfaceOf, surfaceSchema } from './materials';
import { patternSchema } from './pattern';
import { wordsSchema } from './words';

export const outlineSchema = z.object({
  kind: z.literal('outline'),
  /** Path data of a drawing, Y down as in SVG. */
  paths: z
    .array(z.object({ d: z.string().max(400_000), evenOdd: z.boolean().default(false), colour: colourSchema.optional() }))
    .min(1)
    .max(2000),
  size: numberField({ label: 'Height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
});

export const formSchema = z.object({
  kind: z.literal('form'),
  shape: formShapeSchema,
  size: numberField({ label: 'Height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
});
export type Form = z.infer<typeof formSchema>;

/** A plain body that is not swept from an outline: shells grow it by their offset. */
export const bodySchema = z.object({ kind: z.literal('body'), shape: bodyShapeSchema });
export type Body = z.infer<typeof bodySchema>;

/** How a bevel or an offset turns a corner that grows. */
export const JOINS = ['mitred', 'rounded', 'cut'] as const;

/** A point of a profile that is drawn by hand; a smooth one is passed without a corner. */
export const profilePointSchema = z.object({
  in: z.number().min(0).max(1),
  up: z.number().min(0).max(1),
  smooth: z.boolean().default(true),
});
export const MAX_PROFILE_POINTS = 12;

const share = { unit: '%', min: 0, max: 1, step: 0.05, digits: 0, shown: 100 } as const;

/** Opacity as a gradient across the mark, over that of the surfaces. */
export const fadeSchema = z.object({
  angle: numberField({ label: 'Fades along', unit: '°', min: -360, max: 360, rest: 0, step: 5, digits: 0 }),
  start: numberField({ label: 'At its start', ...share, rest: 1 }),
  end: numberField({ label: 'At its end', ...share, rest: 1 }),
});
export type Fade = z.infer<typeof fadeSchema>;

export const bevelSchema = z.object({
  profile: z.enum(['none', ...PROFILE_KINDS, 'drawn'] as ['none', ...ProfileKind[], 'drawn']).default('round'),
  /** Points of a profile drawn by hand, from the side wall (0, 0) to the face (1, 1): shares of the size and of the height. */
  points: z.array(profilePointSchema).max(MAX_PROFILE_POINTS).default([]),
  /** Grows out from the outline, which stays the edge of the face, instead of going in over it. */
  outward: z.boolean().default(false),
  /** How far it goes in over the face, or out from it. */
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
    fade: fadeSchema.prefault({}),
    /** Thickness of the wall when it is hollowed out from behind; 0 leaves it solid. */
    wall: numberField({ label: 'Hollow, wall', unit: 'mm', min: 0, max: 2000, rest: 0, step: 1, digits: 1 }),
    surfaces: z.object({ face: surfaceSchema, bevel: surfaceSchema, side: surfaceSchema, back: surfaceSchema }).default({
      face: surfaceOf('polished-steel'),
      bevel: surfaceOf('polished-steel'),
      side: surfaceOf('polished-steel'),
      back: surfaceOf('polished-steel'),
    }),
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
  /** Carries letters along the arc or ring that they are set on. */
  travel: channelField({ label: 'Travel', ...turn }),
  /** How far its skin is blown up: 0 is flat, 1 as round as it is wide. */
  inflate: channelField({ label: 'Inflate', unit: '%', min: 0, max: 4, rest: 1, step: 0.05, digits: 0, shown: 100 }),
});

/** A skin under pressure in the place of straight sides and bevels. */
export const skinSchema = z.object({
  on: z.boolean().default(false),
  /** How far letters bulge past their outline. */
  spread: numberField({ label: 'Bulge', unit: 'mm', min: 0, max: 500, rest: 0, step: 2, digits: 0 }),
  /** Height over the seam at which an invisible lid stops it; 0 for none. */
  lid: numberField({ label: 'Lid at', unit: 'mm', min: 0, max: 5000, rest: 0, step: 5, digits: 0 }),
  /** How far beyond each letter's own extent the sides of an invisible box stand that it presses against; 0 for none. */
  box: numberField({ label: 'Box at', unit: 'mm', min: 0, max: 500, rest: 0, step: 2, digits: 0 }),
});

export const PIVOTS = ['middle', 'front', 'back', 'baseline-left', 'baseline-centre', 'baseline-right', 'point'] as const;

const point = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.05, digits: 3 } as const;
export const pivotPointSchema = z.object({
  x: numberField({ label: 'Pivot across', ...point }),
  y: numberField({ label: 'Pivot up', ...point }),
  z: numberField({ label: 'Pivot toward', ...point }),
});

export const markSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().max(80),
  hue: z.number().min(0).max(360),
  shown: z.boolean().default(true),
  body: z.discriminatedUnion('kind', [wordsSchema, outlineSchema, formSchema, bodySchema]),
  /** Seen as in a mirror: left for right, or top for bottom. */
  mirror: z.enum(['none', 'across', 'up']).default('none'),
  /** Front to back as they are listed; each stands at its own depths. */
  shells: z.array(shellSchema).min(1).max(MAX_SHELLS),
  placement: placementSchema.prefault({}),
  /** What the mark turns about: a place in its depth, the baseline of its words, or a point. */
  pivot: z.enum(PIVOTS).default('middle'),
  pivotPoint: pivotPointSchema.prefault({}),
  skin: skinSchema.prefault({}),
  pattern: patternSchema.prefault({}),
  /** Kit that it follows. */
  kit: z.string().min(1).max(80).nullable().default(null),
});

export type Mark = z.infer<typeof markSchema>;
export type Shell = z.infer<typeof shellSchema>;
export type Outline = z.infer<typeof outlineSchema>;
