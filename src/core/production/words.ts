import { z } from 'zod';
import { FIT_RULES } from '../outline/fit-width';
import { fontRefSchema } from '../outline/font-ref';
import { settingSchema } from '../outline/setting';
import { idField, numberField } from '../schema/fields';
import { NO_SETTINGS, uniqueIds, type OwnerKind } from '../schema/owner-kind';
import { linesField } from '../schema/text';
import { partPlace } from './own-parts';
import { surfaceSchema } from './surface';

export const MAX_TEXT = 500;
export const MAX_RUNS = 200;

/** Where some letters of words stand beside where they are set, and how they are turned there about their own middle. */
export const runKind = {
  kind: 'run',
  label: 'Letters',
  places: ['marks/*/body/runs/*'],
  channels: partPlace,
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;

/** Letters that differ from the rest of their words. */
export const runSchema = z.object({
  id: idField.default('run'),
  /** First and one past the last UTF-16 unit. */
  from: z.int().min(0).max(MAX_TEXT),
  to: z.int().min(0).max(MAX_TEXT),
  font: fontRefSchema.optional(),
  size: numberField({ label: 'Relative size', unit: '%', min: 0.05, max: 20, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  rise: numberField({ label: 'Baseline shift', unit: '%', min: -10, max: 10, rest: 0, step: 0.02, digits: 0, shown: 100 }),
  channels: runKind.channels.prefault({}),
  /** What these letters are made of, in the place of the first shell's own surfaces. */
  surface: surfaceSchema.optional(),
});
export type Run = z.infer<typeof runSchema>;

/** What words do that are wider than they may be. */
export const fitSchema = z.object({
  rule: z.enum(FIT_RULES).default('none'),
  width: numberField({ label: 'As wide as', unit: 'm', min: 0.01, max: 1000, rest: 4, step: 0.1, digits: 2 }),
});
export type Fit = z.infer<typeof fitSchema>;

export const wordsSchema = z.object({
  kind: z.literal('words'),
  text: linesField(MAX_TEXT),
  font: fontRefSchema.default({ source: 'shipped', id: 'archivo-black' }),
  size: numberField({ label: 'Cap height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
  tracking: numberField({ label: 'Tracking', unit: '‰', min: -500, max: 5000, rest: 0, step: 5, digits: 0 }),
  leading: numberField({ label: 'Leading', unit: '×', min: 0.2, max: 10, rest: 1.1, step: 0.05 }),
  alignment: z.enum(['left', 'centre', 'right']).default('centre'),
  /** In order, none over another. */
  runs: z
    .array(runSchema)
    .max(MAX_RUNS)
    .refine(...uniqueIds('runs of letters'))
    .default([]),
  setting: settingSchema.prefault({}),
  /** How words that grow stay within the width that they may have. */
  fit: fitSchema.prefault({}),
  /** What stood between these words and those before them when a line was split: gathering puts it back. Null for words by themselves. */
  before: linesField(MAX_TEXT).nullable().default(null),
});
export type Words = z.infer<typeof wordsSchema>;
