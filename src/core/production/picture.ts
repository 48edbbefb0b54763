import { z } from 'zod';
import { channelField, numberField } from '../schema/fields';
import { mediaRefSchema } from './media';

/** Largest side of a picture, pixels, and most frames of a moving one. */
export const MAX_PICTURE_SIDE = 8192;
export const MAX_PICTURE_FRAMES = 36_000;

/** What a file of pictures holds: one, a video, or a zip of numbered frames. */
export const PICTURE_HOLDS = ['still', 'video', 'frames'] as const;

const side = z.int().min(1).max(MAX_PICTURE_SIDE);

/** A picture or moving picture: its file, and what that holds. */
export const pictureSchema = mediaRefSchema.extend({
  holds: z.enum(PICTURE_HOLDS),
  width: side,
  height: side,
  /** 1 for a still. */
  frames: z.int().min(1).max(MAX_PICTURE_FRAMES),
  /** Frames a second of a moving one. */
  rate: numberField({ label: 'Frames a second', unit: 'fr/s', min: 1, max: 240, rest: 25, step: 1, digits: 3 }),
  /** Whether any of it can be seen through. */
  alpha: z.boolean().default(false),
});
export type Picture = z.infer<typeof pictureSchema>;

export const isMoving = ({ holds }: Pick<Picture, 'holds'>): boolean => holds !== 'still';

/** What is seen of a moving picture before it begins and after it has ended. */
export const CLIP_OUTSIDE = ['hold', 'cycle', 'return', 'nothing'] as const;

/** When a moving picture runs, where its own time is not bent. */
export const clipSchema = z.object({
  begins: numberField({ label: 'Begins at', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 0 }),
  speed: numberField({ label: 'Speed', unit: '%', min: -20, max: 20, rest: 1, step: 0.1, digits: 0, shown: 100 }),
  outside: z.enum(CLIP_OUTSIDE).default('cycle'),
});
export type Clip = z.infer<typeof clipSchema>;

/** Bent time of a moving picture: which of its frames is seen. Without keys it runs from where it begins, at its speed. */
export const clipTime = channelField({ label: 'Picture frame', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 1 });

/** What is next to a whole frame counts as that frame: times are sums of fractions. */
const NEARLY = 1e-6;

/**
 * The frame of a picture, counted from 0, that is seen at a frame of the scene; null where nothing of it is.
 * @param bent the frame that its own bent time says, null where that has no keys
 * @param framesPerSecond of the scene
 */
export function pictureFrameAt(
  { holds, frames, rate }: Pick<Picture, 'holds' | 'frames' | 'rate'>,
  { begins, speed, outside }: Clip,
  bent: number | null,
  sceneFrame: number,
  framesPerSecond: number,
): number | null {
  if (holds === 'still') return 0;
  const runs = ((sceneFrame - begins) / framesPerSecond) * rate * Math.abs(speed);
  // Backwards it begins with its last frame.
  const passed = Math.floor(runs + NEARLY);
  const at = bent !== null ? Math.floor(bent + NEARLY) : speed < 0 ? frames - 1 - passed : passed;
  if (at >= 0 && at < frames) return at;
  switch (outside) {
    case 'nothing':
      return null;
    case 'hold':
      return at < 0 ? 0 : frames - 1;
    case 'cycle':
      return ((at % frames) + frames) % frames;
    case 'return': {
      // The frames at both ends are seen once each time.
      const round = Math.max(1, 2 * frames - 2);
      const within = ((at % round) + round) % round;
      return within < frames ? within : round - within;
    }
  }
}
