import { productionFrame } from '@/core/delivery/conform';
import type { RenderSettings } from '@/core/delivery/render-settings';
import type { RateName } from '@/core/time/rate';
import { outputNamed } from '@/core/delivery/outputs/outputs';
import type { Production } from '@/core/production/production';
import { soundOffset } from '@/core/production/sound';
import { LOUDNESS_RATE } from '@/core/sound/loudness';
import { excerpt } from '@/core/sound/excerpt';
import { channelsAt } from '@/parts/sound-client';
import { soundCodecFor, type BrowserVideo } from '@/parts/video-client';
import type { VideoSound } from '@/workers/video-messages';
import { soundBytes } from '../looking/use-sound';

/** Sample rate of sound that goes with pictures (AES5 and SMPTE: 48 kHz), and at which its loudness is measured, hertz. */
export const SAMPLE_RATE = LOUDNESS_RATE;
/** A video has one sound track for two ears. */
const MOST_CHANNELS = 2;

/** Whether this browser can put a sound into such a video: known before anything is drawn. */
export const canDeliverSound = async (kind: BrowserVideo): Promise<boolean> =>
  (await soundCodecFor(kind, MOST_CHANNELS, SAMPLE_RATE)) !== null;

/**
 * The sound under some frames of a production, first and last with them, at 48 kHz; null where there is none. Throws when its file is
 * gone.
 */
export async function soundUnder(
  production: Production,
  first: number,
  last: number,
  rate: RateName = production.format.rate,
): Promise<Float32Array<ArrayBuffer>[] | null> {
  const { sound } = production;
  if (!sound) return null;
  const at = (frame: number) => soundOffset(production, productionFrame(frame, rate, production.format));
  const start = at(first);
  const channels = (await channelsAt(await soundBytes(sound.hash), SAMPLE_RATE)).slice(0, MOST_CHANNELS);
  return excerpt(channels, SAMPLE_RATE, { start, seconds: at(last + 1) - start, gainDb: sound.gainDb });
}

/**
 * The same for a video; null where there is none.
 * @throws Error when its file is gone or this browser cannot encode it
 */
export async function deliveredSound(
  production: Production,
  kind: BrowserVideo,
  { first, last, rate }: Pick<RenderSettings, 'first' | 'last' | 'rate'>,
): Promise<VideoSound | null> {
  const channels = await soundUnder(production, first, last, rate);
  if (!channels) return null;
  const codec = await soundCodecFor(kind, channels.length, SAMPLE_RATE);
  if (!codec)
    throw new Error(
      `This browser cannot encode sound for ${outputNamed(kind).label}. The frames are on disk; order ` +
        `the video without sound, or in another container.`,
    );
  return { channels, sampleRate: SAMPLE_RATE, codec };
}
