import { z } from 'zod';
import { PROFILE_KINDS, type ProfileKind } from '../solid/profile';
import { channelField, numberField } from '../schema/fields';
import { surfaceOf, surfaceSchema } from './materials';

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
  paths: z.array(z.object({ d: z.string().max(200_000), evenOdd: z.boolean().default(false) })).min(1).max(500),
  size: numberField({ label: 'Height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
});

export const bevelSchema = z.object({
  kind: z.enum(['none', ...PROFILE_KINDS] as ['none', ...ProfileKind[]]).default('round'),
  size: numberField({ label: 'Size', unit: 'mm', min: 0, max: 2000, rest: 24, step: 1, digits: 1 }),
});

/** One extruded layer of a mark. A mark has one for now; the document has room for more. */
export const shellSchema = z.object({
  id: z.string().min(1).max(40),
  depth: numberField({ label: 'Depth', unit: 'm', min: 0.001, max: 50, rest: 0.28, step: 0.02, digits: 3 }),
  front: bevelSchema.prefault({}),
  back: bevelSchema.prefault({}),
  surfaces: z
    .object({ face: surfaceSchema, bevel: surfaceSchema, side: surfaceSchema, back: surfaceSchema })
    .default({ face: surfaceOf('polished-steel'), bevel: surfaceOf('polished-steel'), side: surfaceOf('polished-steel'), back: surfaceOf('polished-steel') }),
});

const place = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;
const turn = { unit: '°', min: -36000, max: 36000, rest: 0, step: 1, digits: 1 } as const;

/** Where a mark stands. Turns are about the middle of its depth: about the upright, then across, then toward. */
export const placementSchema = z.object({
  x: channelField({ label: 'Across', ...place }),
  y: channelField({ label: 'Up', ...place }),
  z: channelField({ label: 'Toward', ...place }),
  pan: channelField({ label: 'Turn', ...turn }),
  tilt: channelField({ label: 'Tip', ...turn }),
  roll: channelField({ label: 'Roll', ...turn }),
});

export const markSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().max(80),
  hue: z.number().min(0).max(360),
  shown: z.boolean().default(true),
  body: z.discriminatedUnion('kind', [wordsSchema, outlineSchema]),
  shells: z.array(shellSchema).length(1),
  placement: placementSchema.prefault({}),
});

export type Mark = z.infer<typeof markSchema>;
export type Shell = z.infer<typeof shellSchema>;
export type Words = z.infer<typeof wordsSchema>;
