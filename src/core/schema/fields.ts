import { z } from 'zod';
import { keysSchema, outsideSchema } from '../motion/channel';

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

export type FieldOptions = Pick<FieldMeta, 'label' | 'min' | 'max' | 'rest'> & Partial<Omit<FieldMeta, 'label' | 'min' | 'max' | 'rest'>>;

const registry = z.registry<FieldMeta>();

function metaOf(options: FieldOptions): FieldMeta {
  return { unit: '', step: 0.1, digits: 2, shown: 1, ...options };
}

/** A plain number with its bounds, default and labels. */
export function numberField(options: FieldOptions) {
  const meta = metaOf(options);
  const field = z.number().min(meta.min).max(meta.max).default(meta.rest);
  registry.add(field, meta);
  return field;
}

/** A whole number with its bounds, default and labels. */
export function intField(options: FieldOptions) {
  const meta = metaOf({ step: 1, digits: 0, ...options });
  const field = z.int(`${meta.label} must be a whole number.`).min(meta.min).max(meta.max).default(meta.rest);
  registry.add(field, meta);
  return field;
}

/** A channel: a number that can be keyed. Bounds hold for the rest value; keys may pass them in an overshoot. */
export function channelField(options: FieldOptions) {
  const meta = metaOf(options);
  const field = z
    .object({
      rest: z.number().min(meta.min).max(meta.max).default(meta.rest),
      keys: keysSchema.default([]),
      before: outsideSchema.optional(),
      after: outsideSchema.optional(),
    })
    .default({ rest: meta.rest, keys: [] });
  registry.add(field, meta);
  return field;
}

/** Labels, unit and bounds of a field of an object schema. Throws for a field that has none. */
export function fieldMeta(shape: Record<string, z.ZodType>, name: string): FieldMeta {
  const schema = shape[name];
  const meta = schema && registry.get(schema);
  if (!meta) throw new RangeError(`No field ${name}`);
  return meta;
}
