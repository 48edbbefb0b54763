import { canEncodeAudio, canEncodeVideo } from 'mediabunny';
import { outputNamed } from '@/core/delivery/outputs/outputs';
import type { FromVideo, VideoOrder, VideoSound } from '@/workers/video-messages';
import { CancelledError } from './picture-client';
import { workerOnce } from './worker-once';

export type BrowserVideo = VideoOrder['kind'];

/** A way to encode a video: the family of its codec, and its own name where more than one belongs to that. */
export interface BrowserCodec {
  codec: 'avc' | 'vp9' | 'vp8' | 'av1';
  fullCodecString?: string;
}

/** VP9 of profile 2 with 10 bits (VP Codec ISO Media File Format Binding, 1.0). */
const VP9_10_BIT = 'vp09.02.51.10';

/** Codecs of each kind of video, the best known to the world first. */
const CODECS: Record<BrowserVideo, readonly BrowserCodec[]> = {
  mp4: [{ codec: 'avc' }, { codec: 'av1' }],
  webm: [{ codec: 'vp9' }, { codec: 'vp8' }, { codec: 'av1' }],
  'webm-10': [{ codec: 'vp9', fullCodecString: VP9_10_BIT }],
};

export const isBrowserVideo = (kind: string): kind is BrowserVideo => Object.hasOwn(CODECS, kind);

/** The codec with which this browser can write such a video, or null. */
export async function videoCodecFor(
  kind: BrowserVideo,
  size: { width: number; height: number },
  alpha: boolean,
): Promise<BrowserCodec | null> {
  if (typeof VideoEncoder === 'undefined' || (alpha && !outputNamed(kind).holdsAlpha)) return null;
  for (const { codec, fullCodecString } of CODECS[kind]) {
    if (alpha && codec === 'av1') continue;
    if (await canEncodeVideo(codec, { ...size, ...(fullCodecString ? { fullCodecString } : {}) }))
      return fullCodecString ? { codec, fullCodecString } : { codec };
  }
  return null;
}

const SOUND_CODECS: Record<BrowserVideo, readonly VideoSound['codec'][]> = { mp4: ['aac', 'opus'], webm: ['opus'], 'webm-10': ['opus'] };

/** The codec with which this browser can write such a sound into a video, or null. */
export async function soundCodecFor(kind: BrowserVideo, numberOfChannels: number, sampleRate: number): Promise<VideoSound['codec'] | null> {
  if (typeof AudioEncoder === 'undefined') return null;
  for (const codec of SOUND_CODECS[kind]) if (await canEncodeAudio(codec, { numberOfChannels, sampleRate })) return codec;
  return null;
}

/** Encodes finished frames as one video in a worker; resolves with the file. */
export function encodeVideo(order: VideoOrder, onProgress: (done: number) => void, signal?: AbortSignal): Promise<ArrayBuffer> {
  const worker = new Worker(new URL('../workers/video.worker.ts', import.meta.url), { type: 'module' });
  return workerOnce<VideoOrder, FromVideo, ArrayBuffer>(worker, order, {
    hear(message, end) {
      if (message.kind === 'progress') onProgress(message.done);
      else if (message.kind === 'done') end.resolve(message.bytes);
      else end.reject(new Error(message.reason));
    },
    failed: () => new Error('The part of Ironsky that encodes video has stopped.'),
    stopped: () => new CancelledError('cancelled'),
    signal,
  });
}
