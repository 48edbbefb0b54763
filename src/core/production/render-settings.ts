import { z } from 'zod';
import { intField, numberField } from '../schema/fields';
import { MAX_FRAMES, MAX_RASTER, type FrameFormat } from './production';

/** What is asked of a render. Frames are inclusive and counted from 0. */
export const renderFieldsSchema = z.object({
  first: intField({ label: 'First frame', unit: 'fr', min: 0, max: MAX_FRAMES - 1, rest: 0 }),
  last: intField({ label: 'Last frame', unit: 'fr', min: 0, max: MAX_FRAMES - 1, rest: 0 }),
  scale: numberField({ label: 'Scale', unit: '%', min: 0.05, max: 4, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  samples: intField({ label: 'Sub-frames', min: 1, max: 1024, rest: 64 }),
  /** Noise at which a frame is done before all its sub-frames are drawn, 8-bit values as they are shown; 0 draws all. */
  until: numberField({ label: 'Until noise is', unit: 'of 255', min: 0, max: 16, rest: 0, step: 0.25, digits: 2 }),
  least: intField({ label: 'But at least', min: 2, max: 1024, rest: 16 }),
  alpha: z.boolean().default(false),
  /** Whether its light is followed by rays; as the production says where it is not given. */
  traced: z.boolean().optional(),
  output: z.enum(['frames', 'mp4', 'webm']).default('frames'),
  /** The production's sound goes with the video. */
  sound: z.boolean().default(true),
});

export const renderSettingsSchema = renderFieldsSchema
  .refine(({ first, last }) => last >= first, 'The last frame comes before the first.')
  .refine(({ alpha, output }) => !(alpha && output === 'mp4'), 'MP4 has no transparency. Choose WebM or frames.');
export type RenderSettings = z.infer<typeof renderSettingsSchema>;

/** What of a render's settings each of its frames is drawn by. */
export const drawnBy = ({ samples, until, least, alpha, traced }: RenderSettings) => ({
  samples,
  until,
  least,
  alpha,
  ...(traced === undefined ? {} : { traced }),
});

/** Raster of a render: the format's scaled, whole and even (video wants even sides), at most the largest there is. */
export function renderRaster({ width, height }: Pick<FrameFormat, 'width' | 'height'>, scale: number): { width: number; height: number } {
  const largest = Math.min(scale, MAX_RASTER / Math.max(width, height));
  const even = (v: number) => Math.max(2, 2 * Math.round((v * largest) / 2));
  return { width: even(width), height: even(height) };
}

/** File name of a frame: numbered as the timeline numbers them. */
export const frameFileName = (frame: number): string => `frame_${String(frame).padStart(5, '0')}.png`;
