import { z } from 'zod';
import { MARK_CARRIERS, MAX_MARK_CARRIERS } from '../rig/mark-carriers';
import { formShapeSchema } from '../outline/forms';
import { bodyShapeSchema } from '../solid/bodies';
import { channelField, colourSchema, idField, longIdField, numberField, switchChannel } from '../schema/fields';
import { NO_SETTINGS, ownerList, referenceTo, uniqueIds, type OwnerKind } from '../schema/owner-kind';
import { textField } from '../schema/text';
import { mediaRefSchema } from './media';
import { lineSchema } from './line';
import { panelSchema } from './panel';
import { partPlace } from './own-parts';
import { cascadesSchema, partsLetters } from './owners/cascade';
import { fallSchema } from './owners/fall';
import { revealSchema } from './owners/reveal';
import { regionsSchema } from './owners/regions/regions';
import { trailSchema } from './owners/trail';
import { STAND_CHANNELS } from './owners/stand-fields';
import { TURN } from './owners/units';
import { patternSchema } from './pattern';
import { MAX_SHELLS, shellSchema } from './shell';
import { surfaceSchema } from './surface';
import { wordsSchema } from './words';

/** Where a path of a drawing stands beside where it is drawn. */
export const pathKind = {
  kind: 'path',
  label: 'Part',
  places: ['marks/*/body/paths/*', 'marks/*/body/parts/*'],
  channels: partPlace,
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;

const MAX_PATHS = 2000;

/** A filled path of a drawing. */
const pathSchema = z.object({
  id: idField,
  /** What the drawing calls it. */
  name: textField(80).default(''),
  /** Path data, Y down as in SVG. */
  d: z
    .string()
    .max(400_000)
    .regex(/^[^\0\ud800-\udfff]*$/, 'A path has only numbers and letters.'),
  evenOdd: z.boolean().default(false),
  /** Colour that it was drawn with. */
  colour: colourSchema.optional(),
  channels: pathKind.channels.prefault({}),
  /** What it is made of, in the place of the first shell's own surfaces. */
  surface: surfaceSchema.optional(),
});
export type OutlinePath = z.infer<typeof pathSchema>;

export const outlineSchema = z.object({
  kind: z.literal('outline'),
  /** The later ones lie over the earlier ones. */
  paths: z
    .array(pathSchema)
    .min(1)
    .max(MAX_PATHS)
    .refine(...uniqueIds('paths of a drawing')),
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

export const MAX_MODEL_PARTS = 100;

/** What of a model is of one material. */
const modelPartSchema = z.object({
  id: idField,
  name: textField(80).default(''),
  channels: pathKind.channels.prefault({}),
  surface: surfaceSchema.optional(),
});
export type ModelPart = z.infer<typeof modelPartSchema>;

/** A model read from a file. It is not swept: shells and bevels are no matter of its, only the surfaces of the first. */
export const modelSchema = z.object({
  kind: z.literal('model'),
  model: mediaRefSchema,
  size: numberField({ label: 'Height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
  /** As many, and in the order, as the file has materials. */
  parts: z
    .array(modelPartSchema)
    .min(1)
    .max(MAX_MODEL_PARTS)
    .refine(...uniqueIds('parts of a model')),
});
export type Model = z.infer<typeof modelSchema>;

const frameField = z.int().min(-100_000).max(1_000_000).nullable().default(null);

/** Where a mark stands, and its turns about its pivot: about the upright, then across, then toward. */
export const markKind = {
  kind: 'mark',
  label: 'Place',
  places: ['marks/*'],
  measured: 'poses',
  channels: z.object({
    ...STAND_CHANNELS,
    /** Carries letters along the arc or ring that they are set on. */
    travel: channelField({ label: 'Travel', ...TURN }),
    /** How far its skin is blown up: 0 is flat, 1 as round as it is wide. */
    inflate: channelField({ label: 'Inflate', unit: '%', min: 0, max: 4, rest: 1, step: 0.05, digits: 0, shown: 100 }),
    on: switchChannel({ label: 'Shown', rest: true }),
    /** From the back of the mark that carries it to its own front, where it stands behind that. */
    behind: channelField({ label: 'Gap behind', unit: 'mm', min: 0, max: 100, rest: 0.02, step: 0.005, digits: 0, shown: 1000 }),
  }),
  settings: z.object({
    /** Mark that carries it: its own place and turns are told in the frame of that one. */
    carrierId: referenceTo('marks'),
    /** Turned with it, or carried in place alone. */
    turns: z.boolean().default(true),
    /** A mark that it is seen within, as that stands in the picture, or outside of. */
    matteId: referenceTo('marks'),
    matteOutside: z.boolean().default(false),
    /** It only cuts others, and is not seen itself. */
    cutsOnly: z.boolean().default(false),
    /** First and last frame at which it is there; null for those of the production. */
    comes: frameField,
    goes: frameField,
    /** Where what carries it is a line: at the tip of that, as far as it is drawn. */
    tip: z.boolean().default(false),
    /** Its front stands a gap behind the back of what carries it, whatever the depths of both. */
    behind: z.boolean().default(false),
  }),
} as const satisfies OwnerKind;

/** A skin under pressure in the place of straight sides and bevels. */
export const skinSchema = z.object({
  on: z.boolean().default(false),
  /** How far letters bulge past their outline. */
  spread: numberField({ label: 'Bulge', unit: 'mm', min: 0, max: 500, rest: 0, step: 2, digits: 0 }),
  /** Height over the seam at which an invisible lid stops it; 0 for none. */
  lid: numberField({ label: 'Flattened at', unit: 'mm', min: 0, max: 5000, rest: 0, step: 5, digits: 0 }),
  /** How far beyond each letter's own extent the sides of an invisible box stand that it presses against; 0 for none. */
  box: numberField({ label: 'Sides held at', unit: 'mm', min: 0, max: 500, rest: 0, step: 2, digits: 0 }),
});

export const PIVOTS = ['middle', 'front', 'back', 'baseline-left', 'baseline-centre', 'baseline-right', 'point'] as const;

const point = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.05, digits: 3 } as const;
export const pivotPointSchema = z.object({
  x: numberField({ label: 'Pivot across', ...point }),
  y: numberField({ label: 'Pivot up', ...point }),
  z: numberField({ label: 'Pivot toward', ...point }),
});

export const markSchema = z.object({
  id: idField,
  name: textField(80),
  hue: z.number().min(0).max(360),
  body: z.discriminatedUnion('kind', [wordsSchema, outlineSchema, formSchema, bodySchema, modelSchema, panelSchema, lineSchema]),
  /** Seen as in a mirror: left for right, or top for bottom. */
  mirror: z.enum(['none', 'across', 'up']).default('none'),
  /** Front to back as they are listed; each stands at its own depths. */
  shells: z
    .array(shellSchema)
    .min(1)
    .max(MAX_SHELLS)
    .refine(...uniqueIds('shells')),
  channels: markKind.channels.prefault({}),
  settings: markKind.settings.prefault({}),
  /** What the mark turns about: a place in its depth, the baseline of its words, or a point. */
  pivot: z.enum(PIVOTS).default('middle'),
  pivotPoint: pivotPointSchema.prefault({}),
  skin: skinSchema.prefault({}),
  pattern: patternSchema.prefault({}),
  /** What carries it about the place where it stands, the first one outermost. */
  carriers: ownerList(MARK_CARRIERS, MAX_MARK_CARRIERS, 'carriers of a mark').prefault([]),
  /** Parts of space that show or hide it, or let its parts take their turn. */
  regions: regionsSchema,
  /** Copies that come after it. */
  trail: trailSchema.prefault({}),
  /** What its parts take their turn through, one over the other. */
  cascades: cascadesSchema,
  /** How it, its letters or pieces of it fall. */
  fall: fallSchema.prefault({}),
  /** A picture thrown on it that sticks to its parts. */
  reveal: revealSchema.prefault({}),
  /** Kit that it follows. */
  kit: longIdField.nullable().default(null),
});

export type Mark = z.infer<typeof markSchema>;
export type Outline = z.infer<typeof outlineSchema>;

/** Whether a body is swept from an outline: shells, bevels and skins are matters of such bodies alone. */
export const isSwept = ({ kind }: Pick<Mark['body'], 'kind'>): boolean => kind !== 'body' && kind !== 'model' && kind !== 'line';

/** Height that percentages of a mark's lengths are of, metres: of its capitals, its drawing or form; 1 for a plain body or a line. */
export function heightOf({ body }: Pick<Mark, 'body'>): number {
  return body.kind === 'body' || body.kind === 'line' ? 1 : body.size;
}

/** Whether a mark is there at a frame, as far as its first and last frame go. */
export const isWithin = ({ comes, goes }: Mark['settings'], frame: number): boolean =>
  (comes === null || frame >= comes) && (goes === null || frame < goes + 1);

/** Whether letters that are united at rest are built apart too: something moves them one by one. */
export const isBuiltApart = ({ cascades, fall }: Pick<Mark, 'cascades' | 'fall'>): boolean =>
  cascades.some(partsLetters) || fall.settings.of === 'letters';
