import { z } from 'zod';
import { idField, numberField } from '../schema/fields';
import { uniqueIds } from '../schema/owner-kind';
import { linesField, nameField, textField } from '../schema/text';
import { MAX_RASTER } from './frame-format';
import { pictureSchema } from './picture';

/** What changes from version to version of a production, the table of its versions, and the formats that each is delivered in. */

export const MAX_FIELDS = 40;
export const MAX_ROWS = 1000;
export const MAX_FORMATS = 12;
/** Longest text of a cell, and longest name of a field. */
export const MAX_CELL = 500;
export const MAX_FIELD_NAME = 40;
/** Longest pattern of names of files. */
export const MAX_NAMES = 200;
const MAX_FIELD_PICTURES = 200;

/** Where the value of a field stands in a production. */
export const targetSchema = z.discriminatedUnion('of', [
  z.object({ of: z.literal('length') }),
  z.object({ of: z.literal('words'), markId: idField }),
  z.object({ of: z.literal('picture'), markId: idField }),
  z.object({ of: z.literal('plate') }),
  /** The rest value of a channel: its owner's path, and its name there. */
  z.object({ of: z.literal('channel'), owner: textField(300), name: textField(40) }),
  /** A number that is no channel: where it stands in a mark, and its name there. */
  z.object({ of: z.literal('number'), markId: idField, place: textField(120), name: textField(40) }),
]);
export type FieldTarget = z.infer<typeof targetSchema>;

export const versionFieldSchema = z.object({
  id: idField,
  name: nameField(MAX_FIELD_NAME, 'A field needs a name.'),
  target: targetSchema,
  /** Each row has to say it. */
  needed: z.boolean().default(false),
  /** Pictures that rows may name, where it is a field of pictures. */
  pictures: z.array(pictureSchema).max(MAX_FIELD_PICTURES).default([]),
});
export type VersionField = z.infer<typeof versionFieldSchema>;

export const versionRowSchema = z.object({
  id: idField,
  /** By the ids of fields, as they were typed; what is left out is as the production has it. */
  cells: z.record(idField, linesField(MAX_CELL)).default({}),
});
export type VersionRow = z.infer<typeof versionRowSchema>;

/** How a shot is brought into another format. */
export const FRAMING_RULES = ['widen', 'move', 'crop'] as const;
export type FramingRule = (typeof FRAMING_RULES)[number];

/** What is set by hand over the rule of a format. */
export const framingByHandSchema = z.object({
  closer: numberField({ label: 'Closer', unit: '×', min: 0.1, max: 10, rest: 1, step: 0.05 }),
  across: numberField({ label: 'Moved across', unit: '% of frame', min: -2, max: 2, rest: 0, step: 0.01, digits: 1, shown: 100 }),
  up: numberField({ label: 'Moved up', unit: '% of frame', min: -2, max: 2, rest: 0, step: 0.01, digits: 1, shown: 100 }),
});

/** Another place of a mark in a format. */
export const placeInFormatSchema = z.object({
  markId: idField,
  across: numberField({ label: 'Across by', unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.05, digits: 3 }),
  up: numberField({ label: 'Up by', unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.05, digits: 3 }),
  size: numberField({ label: 'Size', unit: '%', min: 0.05, max: 20, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  /** Each of its words stands on a line of its own. */
  wordALine: z.boolean().default(false),
});
export type PlaceInFormat = z.infer<typeof placeInFormatSchema>;

const side = z.int().min(16).max(MAX_RASTER);

export const deliveryFormatSchema = z.object({
  id: idField,
  name: nameField(40, 'A format needs a name.'),
  width: side,
  height: side,
  rule: z.enum(FRAMING_RULES).default('widen'),
  byHand: framingByHandSchema.prefault({}),
  places: z.array(placeInFormatSchema).max(200).default([]),
});
export type DeliveryFormat = z.infer<typeof deliveryFormatSchema>;

/** Frames whose middle is kept whatever the rule: margins to the edges that what is kept has at least, as a share of the frame. */
export const KEPT_MARGIN = {
  label: 'Margin',
  unit: '% of frame',
  min: 0,
  max: 0.3,
  rest: 0.05,
  step: 0.01,
  digits: 0,
  shown: 100,
} as const;

export const versionsSchema = z.object({
  fields: z
    .array(versionFieldSchema)
    .max(MAX_FIELDS, `There can be at most ${MAX_FIELDS} fields.`)
    .refine(...uniqueIds('fields'))
    .default([]),
  rows: z
    .array(versionRowSchema)
    .max(MAX_ROWS, `There can be at most ${MAX_ROWS} rows.`)
    .refine(...uniqueIds('rows'))
    .default([]),
  formats: z
    .array(deliveryFormatSchema)
    .max(MAX_FORMATS, `There can be at most ${MAX_FORMATS} formats.`)
    .refine(...uniqueIds('formats'))
    .default([]),
  /** Marks that must stay in view in every format; null where nothing was said of it: all words then. */
  keep: z.array(idField).max(200).nullable().default(null),
  margin: numberField(KEPT_MARGIN),
  /** What files are called: names of fields, *production*, *row* and *format* in braces. */
  names: textField(MAX_NAMES).default('{production} {row} {format}'),
});
export type Versions = z.infer<typeof versionsSchema>;

/** What may stand in names of files beside fields. */
export const OWN_NAMES = ['production', 'row', 'format'] as const;

/** A name as fields are found by it: letters as they are typed in any case. */
export const nameKey = (name: string): string => name.trim().toLowerCase();

/** How a production that is one of its formats, or whose words have grown, is framed. */
export const framingSchema = z.object({
  /** Raster that its shots were composed for. */
  width: side,
  height: side,
  rule: z.enum(FRAMING_RULES),
  byHand: framingByHandSchema.prefault({}),
});
export type ProductionFraming = z.infer<typeof framingSchema>;
