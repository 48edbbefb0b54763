import { canEncodeAudio, canEncodeVideo } from 'mediabunny';
import type { FromVideo, VideoOrder, VideoSound } from '@/workers/video-messages';
import { CancelledError } from './picture-client';
import { workerOnce } from './worker-once';

type Container = VideoOrder['container'];
type Codec = VideoOrder['codec'];

/** Codecs of each container, the best known to the world first. */
const CODECS: Record<Container, readonly Codec[]> = { mp4: ['avc', 'av1'], webm: ['vp9', 'vp8', 'av1'] };

/** The codec with which this browser can write such a video, or null. */
export async function videoCodecFor(container: Container, size: { width: number; height: number }, alpha: boolean): Promise<Codec | null> {
  if (typeof VideoEncoder === 'undefined' || (alpha && container === 'mp4')) return null;
  for (const codec of CODECS[container]) {
    if (alpha && codec === 'av1') continue;
    if (await canEncodeVideo(codec, size)) return codec;
  }
  return null;
}

const SOUND_CODECS: Record<Container, readonly VideoSound['codec'][]> = { mp4: ['aac', 'opus'], webm: ['opus'] };

/** The codec with which this browser can write such a sound into a video, or null. */
export async function soundCodecFor(
  container: Container,
  numberOfChannels: number,
  sampleRate: number,
): Promise<VideoSound['codec'] | null> {
  if (typeof AudioEncoder === 'undefined') return null;
  for (const codec of SOUND_CODECS[container]) if (await canEncodeAudio(codec, { numberOfChannels, sampleRate })) return codec;
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
