import { z } from 'zod';
import { intField, longIdField, numberField } from '../schema/fields';
import { textField } from '../schema/text';
import { RATE_NAMES, type RateName } from '../time/rate';
import { MAX_FRAMES, MAX_RASTER, type FrameFormat } from '../production/production';
import { DNXHR_LEAST } from './mezzanine';
import { bitsOf, isOfFrames, isVideo, outputNamed, outputOfKind, outputSchema, type FrameOutput, type Output } from './outputs/outputs';

/** Most files of different kinds that one pass over the frames makes. */
const MAX_OUTPUTS = 10;

/** What is asked of a render. Frames are inclusive and counted from 0. */
export const renderFieldsSchema = z.object({
  first: intField({ label: 'First frame', unit: 'fr', min: 0, max: MAX_FRAMES - 1, rest: 0 }),
  last: intField({ label: 'Last frame', unit: 'fr', min: 0, max: MAX_FRAMES - 1, rest: 0 }),
  /** Frames between are left out: 1 draws all of them. */
  every: intField({ label: 'Every', unit: 'fr', min: 1, max: 1000, rest: 1 }),
  /** Rate at which it is delivered; that of the production where it is not given. */
  rate: z.enum(RATE_NAMES as [RateName, ...RateName[]]).optional(),
  scale: numberField({ label: 'Scale', unit: '%', min: 0.05, max: 4, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  samples: intField({ label: 'Sub-frames', min: 1, max: 1024, rest: 64 }),
  /** Noise at which a frame is done before all its sub-frames are drawn, 8-bit values as they are shown; 0 draws all. */
  until: numberField({ label: 'Until noise is', unit: 'of 255', min: 0, max: 16, rest: 0, step: 0.25, digits: 2 }),
  least: intField({ label: 'But at least', min: 2, max: 1024, rest: 16 }),
  alpha: z.boolean().default(false),
  /** Whether its light is followed by rays; as the production says where it is not given. */
  traced: z.boolean().optional(),
  outputs: z
    .array(outputSchema)
    .min(1, 'Choose what to write.')
    .max(MAX_OUTPUTS)
    .refine((outputs) => new Set(outputs.map(({ kind }) => kind)).size === outputs.length, 'Each kind of file can be written once.')
    .default(() => [outputOfKind('png')]),
  /** The production's sound goes with the video. */
  sound: z.boolean().default(true),
  /** Which version of the production it is: a row of its table, one of its formats, or neither. */
  version: z.object({ rowId: longIdField.nullable(), formatId: longIdField.nullable() }).default({ rowId: null, formatId: null }),
  /** What its files are called; empty for *frame* and *video*. */
  name: textField(120).default(''),
});

type Fields = z.infer<typeof renderFieldsSchema>;

/** Why some outputs cannot be had with what else is asked; null where they can. Nothing that is asked for is dropped in silence. */
export function outputTrouble({ outputs, alpha, every }: Pick<Fields, 'outputs' | 'alpha' | 'every'>): string | null {
  const opaque = outputs.map(({ kind }) => outputNamed(kind)).find(({ holdsAlpha }) => !holdsAlpha);
  if (alpha && opaque) return `${opaque.label} has no transparency. Leave it out, or keep the ground in the picture.`;
  if (every > 1 && outputs.some(isVideo)) return 'A video has all of its frames. Draw every frame, or leave the video out.';
  const coarse = outputs.some((output) => output.kind === 'png' && output.transfer === 'linear' && output.depth === '8');
  return coarse ? 'Linear light needs 16 bits: in 8 its darks would be bands.' : null;
}

export const renderSettingsSchema = renderFieldsSchema
  .refine(({ first, last }) => last >= first, 'The last frame comes before the first.')
  .superRefine((settings, context) => {
    const trouble = outputTrouble(settings);
    if (trouble) context.addIssue({ code: 'custom', message: trouble });
  });
export type RenderSettings = z.infer<typeof renderSettingsSchema>;

/** A render as it is ordered: up to the last frame there is where none is named. */
export const renderOrderSchema = renderFieldsSchema.extend({ last: renderFieldsSchema.shape.last.unwrap().optional() });
export type RenderOrder = z.infer<typeof renderOrderSchema>;

/** Settings of a render as they were kept, whenever that was: once a render had one output, and its frames as PNG with it. */
export function readRenderSettings(kept: unknown): RenderSettings {
  const { output, ...settings } = kept as { output?: 'frames' | 'mp4' | 'webm' };
  if (output === undefined) return renderSettingsSchema.parse(settings);
  const outputs = [outputOfKind('png'), ...(output === 'frames' ? [] : [outputOfKind(output)])];
  return renderSettingsSchema.parse({ ...settings, outputs });
}

/** Why some outputs cannot be had in a raster; null where they can. */
export function rasterTrouble({ outputs }: Pick<Fields, 'outputs'>, { width, height }: { width: number; height: number }): string | null {
  const isSmall = width < DNXHR_LEAST.width || height < DNXHR_LEAST.height;
  return isSmall && outputs.some(({ kind }) => kind === 'dnxhr-hqx')
    ? `DNxHR needs ${DNXHR_LEAST.width} × ${DNXHR_LEAST.height} pixels at least.`
    : null;
}

/** What of a render's settings each of its frames is drawn by. */
export const drawnBy = ({ samples, until, least, alpha, traced, rate }: RenderSettings) => ({
  samples,
  until,
  least,
  alpha,
  ...(traced === undefined ? {} : { traced }),
  ...(rate === undefined ? {} : { rate }),
});

/** Frames of a render, in order. */
export const framesOf = ({ first, last, every }: Pick<RenderSettings, 'first' | 'last' | 'every'>): number[] =>
  Array.from({ length: Math.floor((last - first) / every) + 1 }, (_, i) => first + i * every);

/** A picture that videos are made of: straight sRGB, as deep as the deepest of them needs. */
const workPicture = (outputs: readonly Output[]): Extract<FrameOutput, { kind: 'png' }> => ({
  ...outputOfKind('png'),
  depth: outputs.some((output) => isVideo(output) && bitsOf(output) > 8) ? '16' : '8',
});

/** A picture that is written of each frame, and where: its folder within that of the render, and what it is called. */
export interface FrameFile {
  /** Its name in addresses: its kind, or that of what only videos are made of. */
  name: string;
  output: FrameOutput;
  folder: string;
}

/** Name of the pictures that only videos are made of. */
export const WORK = 'work';

/** All that is written of each frame: what was ordered, and what videos are made of where that is none of it. */
export function frameFiles({ outputs }: Pick<RenderSettings, 'outputs'>): FrameFile[] {
  const ordered = outputs.filter(isOfFrames).map((output) => ({ name: output.kind, output, folder: '' }));
  return outputs.some(isVideo) && videoSource({ outputs }) === WORK
    ? [...ordered, { name: WORK, output: workPicture(outputs), folder: WORK }]
    : ordered;
}

/** Which of the pictures of a frame videos are made of. */
export function videoSource({ outputs }: Pick<RenderSettings, 'outputs'>): string {
  const wanted = workPicture(outputs);
  const fits = outputs.some(
    (output) =>
      output.kind === 'png' && output.transfer === 'srgb' && output.alpha === 'straight' && Number(output.depth) >= Number(wanted.depth),
  );
  return fits ? 'png' : WORK;
}

/** Raster of a render: the format's scaled, whole and even (video wants even sides), at most the largest there is. */
export function renderRaster({ width, height }: Pick<FrameFormat, 'width' | 'height'>, scale: number): { width: number; height: number } {
  const largest = Math.min(scale, MAX_RASTER / Math.max(width, height));
  const even = (v: number) => Math.max(2, 2 * Math.round((v * largest) / 2));
  return { width: even(width), height: even(height) };
}

/** File name of a frame: numbered as the timeline numbers them. @param name of the render; empty for none */
export const frameFileName = (frame: number, extension = 'png', name = ''): string =>
  `${name || 'frame'}_${String(frame).padStart(5, '0')}.${extension}`;

/** File name of a video. Several of one extension are told apart by their kind. @param name of the render; empty for none */
export const videoFileName = (output: Output, name = ''): string => {
  const { kind, extension } = outputNamed(output.kind);
  return `${name || 'video'}${kind === extension ? '' : `-${kind}`}.${extension}`;
};
