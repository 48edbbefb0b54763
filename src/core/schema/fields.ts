import { z } from 'zod';
import './issue-words';
import { keysOf, linkSchema, outsideSchema, type Value } from '../motion/channel';

/** What the interface needs to know of a number: it stands beside the bounds in the schema, nowhere else. */
export interface FieldMeta {
  label: string;
  unit: string;
  min: number;
  max: number;
  rest: number;
  /** Change for one press of an arrow key. */
  step: number;
  /** Digits shown after the point. */
  digits: number;
  /** Shown multiplied by this: shares as percent. */
  shown: number;
}

/** What it needs to know of a channel of any kind. */
export type ChannelMeta =
  ({ of: 'number' } & FieldMeta) | { of: 'colour'; label: string; rest: string } | { of: 'switch'; label: string; rest: boolean };

export type FieldOptions = Pick<FieldMeta, 'label' | 'min' | 'max' | 'rest'> & Partial<Omit<FieldMeta, 'label' | 'min' | 'max' | 'rest'>>;

const fields = z.registry<FieldMeta>();
const channels = z.registry<ChannelMeta>();

function metaOf(options: FieldOptions): FieldMeta {
  return { unit: '', step: 0.1, digits: 2, shown: 1, ...options };
}

/** A plain number with its bounds, default and labels. */
export function numberField(options: FieldOptions) {
  const meta = metaOf(options);
  const field = z.number().min(meta.min).max(meta.max).default(meta.rest);
  fields.add(field, meta);
  return field;
}

/** A whole number with its bounds, default and labels. */
export function intField(options: FieldOptions) {
  const meta = metaOf({ step: 1, digits: 0, ...options });
  const field = z.int(`${meta.label} must be a whole number.`).min(meta.min).max(meta.max).default(meta.rest);
  fields.add(field, meta);
  return field;
}

/** Letters, digits and a few signs: nothing that would have to be escaped anywhere. */
const ID = /^[\w.:-]+$/;

/** A name by which things are told apart, unique among its like. */
export const idField = z.string().min(1).max(40).regex(ID, 'An id has only letters, digits, dots, colons and dashes.');

/** The same for what comes from the shelf, whose ids are longer. */
export const longIdField = z.string().min(1).max(80).regex(ID, 'An id has only letters, digits, dots, colons and dashes.');

/** A colour, sRGB as #rrggbb. */
export const colourSchema = z.string().regex(/^#[0-9a-f]{6}$/, 'A colour is written as #rrggbb.');

/** Rest value and keys; what is left out takes its default. */
const channelSchema = <R extends z.ZodType<Value, Value | undefined>, K extends z.ZodType<Value>>(rest: R, value: K) =>
  z.object({
    rest,
    keys: keysOf(value).default([]),
    before: outsideSchema.optional(),
    after: outsideSchema.optional(),
    link: linkSchema.optional(),
  });

const NOTHING_KEYED = { keys: [] };

/** A channel of a number. Bounds hold for the rest value; keys may pass them in an overshoot. */
export function channelField(options: FieldOptions) {
  const meta = metaOf(options);
  const rest = z.number().min(meta.min).max(meta.max).default(meta.rest);
  const field = channelSchema(rest, z.number().min(-1e7).max(1e7)).prefault(NOTHING_KEYED);
  fields.add(field, meta);
  channels.add(field, { of: 'number', ...meta });
  return field;
}

/** A channel of a colour. */
export function colourChannel(options: { label: string; rest: string }) {
  const field = channelSchema(colourSchema.default(options.rest), colourSchema).prefault(NOTHING_KEYED);
  channels.add(field, { of: 'colour', ...options });
  return field;
}

/** A channel that switches something on and off. */
export function switchChannel(options: { label: string; rest: boolean }) {
  const field = channelSchema(z.boolean().default(options.rest), z.boolean()).prefault(NOTHING_KEYED);
  channels.add(field, { of: 'switch', ...options });
  return field;
}

type Shape = Record<string, z.ZodType>;

/** Labels, unit and bounds of a number of an object schema. Throws for a field that has none. */
export function fieldMeta(shape: Shape, name: string): FieldMeta {
  const schema = shape[name];
  const meta = schema && fields.get(schema);
  if (!meta) throw new RangeError(`No field ${name}`);
  return meta;
}

/** Names of the plain numbers of an object schema. */
export const numberNames = (shape: Shape): string[] => Object.keys(shape).filter((name) => fields.has(shape[name] as z.ZodType));

/** What a channel of an object schema is. Throws for a field that is none. */
export function channelMetaOf(shape: Shape, name: string): ChannelMeta {
  const schema = shape[name];
  const meta = schema && channels.get(schema);
  if (!meta) throw new RangeError(`No channel ${name}`);
  return meta;
}
