import { decode } from 'fast-png';
import {
  AudioSample,
  AudioSampleSource,
  BufferTarget,
  Mp4OutputFormat,
  Output,
  QUALITY_VERY_HIGH,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
} from 'mediabunny';
import { videoPlanes } from '@/core/colour/video-planes';
import { sayReady } from './worker-port';
import type { FromVideo, VideoOrder, VideoSound } from './video-messages';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const send = (message: FromVideo, transfer: Transferable[] = []) => scope.postMessage(message, transfer);

/** What the encoder is told of the colours: what televisions expect, in the narrow range. */
const COLOUR_SPACE: VideoColorSpaceInit = { matrix: 'bt709', primaries: 'bt709', transfer: 'bt709', fullRange: false };

async function pixelsOf(address: string, { width, height }: VideoOrder): Promise<Uint8Array | Uint16Array> {
  const response = await fetch(address);
  if (!response.ok) throw new Error('A frame could not be read back for the video.');
  const png = decode(new Uint8Array(await response.arrayBuffer()));
  if (png.width !== width || png.height !== height) throw new Error('A frame has another size than the video.');
  return png.data as Uint8Array | Uint16Array;
}

/** Gives a sound to the encoder bit by bit, so that it lies between the pictures that it is heard with. */
function soundTrack(output: Output, sound: VideoSound | null): (seconds: number) => Promise<void> {
  if (!sound) return async () => undefined;
  const { channels, sampleRate, codec } = sound;
  const source = new AudioSampleSource({ codec, quality: QUALITY_VERY_HIGH });
  output.addAudioTrack(source);
  let given = 0;
  return async (seconds) => {
    const upTo = Math.min(channels[0]?.length ?? 0, Math.round(seconds * sampleRate));
    if (upTo <= given) return;
    const count = upTo - given;
    const data = new Float32Array(count * channels.length);
    channels.forEach((channel, i) => data.set(channel.subarray(given, upTo), i * count));
    const sample = new AudioSample({
      data,
      format: 'f32-planar',
      numberOfChannels: channels.length,
      sampleRate,
      timestamp: given / sampleRate,
    });
    given = upTo;
    await source.add(sample);
    sample.close();
  };
}

async function encode(order: VideoOrder): Promise<ArrayBuffer> {
  const target = new BufferTarget();
  const output = new Output({
    format: order.kind === 'mp4' ? new Mp4OutputFormat({ fastStart: 'in-memory' }) : new WebMOutputFormat(),
    target,
  });
  const source = new VideoSampleSource({ ...order.codec, quality: QUALITY_VERY_HIGH, alpha: order.alpha ? 'keep' : 'discard' });
  const bits = order.kind === 'webm-10' ? 10 : 8;
  const { num, den } = order.rate;
  output.addVideoTrack(source, { frameRate: num / den });
  const soundUpTo = soundTrack(output, order.sound);
  await output.start();
  for (const [i, address] of order.frames.entries()) {
    // Made into planes here: browsers differ in the matrix that they would take for it.
    const planes = videoPlanes(await pixelsOf(address, order), order.width, order.height, order.alpha, bits);
    const frame = new VideoFrame(planes as AllowSharedBufferSource, {
      format: (bits === 10 ? 'I420P10' : order.alpha ? 'I420A' : 'I420') as VideoPixelFormat,
      codedWidth: order.width,
      codedHeight: order.height,
      timestamp: Math.round((i * den * 1e6) / num),
      duration: Math.round((den * 1e6) / num),
      colorSpace: COLOUR_SPACE,
    });
    const sample = new VideoSample(frame);
    await source.add(sample);
    sample.close();
    await soundUpTo(((i + 1) * den) / num);
    send({ kind: 'progress', done: i + 1 });
  }
  await output.finalize();
  if (!target.buffer) throw new Error('The video came out empty.');
  return target.buffer;
}

scope.onmessage = async ({ data }: MessageEvent<VideoOrder>) => {
  try {
    const bytes = await encode(data);
    send({ kind: 'done', bytes }, [bytes]);
  } catch (error) {
    send({ kind: 'failed', reason: error instanceof Error ? error.message : 'The video could not be encoded.' });
  }
};
sayReady(scope);
