import { z } from 'zod';
import type { FrameFormat } from './production';

/** What is asked of a render. Frames are inclusive and counted from 0. */
export const renderSettingsSchema = z
  .object({
    first: z.int().min(0),
    last: z.int().min(0),
    scale: z.number().min(0.05).max(4).default(1),
    samples: z.int().min(1).max(1024).default(32),
    alpha: z.boolean().default(false),
    output: z.enum(['frames', 'mp4', 'webm']).default('frames'),
  })
  .refine(({ first, last }) => last >= first, 'The last frame comes before the first.')
  .refine(({ alpha, output }) => !(alpha && output === 'mp4'), 'MP4 has no transparency. Choose WebM or frames.');
export type RenderSettings = z.infer<typeof renderSettingsSchema>;

/** Raster of a render: the format's scaled, whole and even (video wants even sides). */
export function renderRaster({ width, height }: FrameFormat, scale: number): { width: number; height: number } {
  const even = (v: number) => Math.min(8192, Math.max(2, 2 * Math.round((v * scale) / 2)));
  return { width: even(width), height: even(height) };
}

/** File name of a frame: numbered as the timeline numbers them. */
export const frameFileName = (frame: number): string => `frame_${String(frame).padStart(5, '0')}.png`;
