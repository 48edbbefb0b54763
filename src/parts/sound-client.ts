import { mono, stretchesOf, type Stretches } from '@/core/sound/waveform';
import type { Loudness } from '@/core/sound/loudness';
import type { OnsetFinding } from '@/core/sound/onsets';
import type { FromSound, SoundOrder } from '@/workers/sound-messages';
import { workerOnce } from './worker-once';

/** Stretches of a waveform a second: a pixel each at the closest zoom that is of use. */
const PER_SECOND = 400;
/** How much of the sound is heard at each step while scrubbing, seconds. */
const SCRUB_SECONDS = 0.07;

export interface DecodedSound {
  buffer: AudioBuffer;
  stretches: Stretches;
}

let shared: AudioContext | null = null;
const context = (): AudioContext => (shared ??= new AudioContext());

const channelsOf = (buffer: AudioBuffer): Float32Array[] =>
  Array.from({ length: buffer.numberOfChannels }, (_, i) => buffer.getChannelData(i));

/** Decodes a sound file. Throws when the browser cannot. */
export async function decodeSound(bytes: ArrayBuffer): Promise<DecodedSound> {
  const buffer = await context().decodeAudioData(bytes);
  return { buffer, stretches: stretchesOf(channelsOf(buffer), buffer.sampleRate, PER_SECOND) };
}

/** The channels of a sound file at a sample rate. Throws when the browser cannot decode it. */
export async function channelsAt(bytes: ArrayBuffer, sampleRate: number): Promise<Float32Array[]> {
  return channelsOf(await new OfflineAudioContext(1, 1, sampleRate).decodeAudioData(bytes));
}

/** Asks a worker of its own about a sound. */
function askWorker(order: SoundOrder, why: string, signal?: AbortSignal): Promise<FromSound> {
  const failed = () => new Error(why);
  return workerOnce<SoundOrder, FromSound, FromSound>(
    new Worker(new URL('../workers/sound.worker.ts', import.meta.url), { type: 'module' }),
    order,
    { hear: (message, end) => (message.kind === 'failed' ? end.reject(failed()) : end.resolve(message)), failed, signal },
  );
}

const monoOf = (buffer: AudioBuffer) => ({ signal: Float32Array.from(mono(channelsOf(buffer))), sampleRate: buffer.sampleRate });

/** How loud a sound is, as programmes are measured: channels at 48 kHz. Throws in words. */
export async function loudnessIn(channels: Float32Array<ArrayBuffer>[]): Promise<Loudness> {
  const why = 'The loudness of this sound could not be measured.';
  const found = await askWorker({ asks: 'loudness', channels }, why);
  if (found.kind !== 'loud') throw new Error(why);
  return found.loudness;
}

/** Onsets and tempo of a sound, found in a worker. */
export async function onsetsOf({ buffer }: DecodedSound, threshold: number, signal?: AbortSignal): Promise<OnsetFinding> {
  const why = 'The onsets of this sound could not be found.';
  const found = await askWorker({ asks: 'onsets', threshold, ...monoOf(buffer) }, why, signal);
  if (found.kind !== 'found') throw new Error(why);
  return found.finding;
}

/** How loud a sound is through its time, measured in a worker; null where that failed. */
export async function levelsOf(buffer: AudioBuffer): Promise<string | null> {
  const found = await askWorker({ asks: 'levels', ...monoOf(buffer) }, '').catch(() => null);
  return found?.kind === 'measured' ? found.levels : null;
}

/** Longest wait for the sound device, milliseconds: a picture without sound is better than none. */
const DEVICE_MS = 300;

/** Resolves once the sound device runs, or has been waited for long enough. */
export async function soundDevice(): Promise<void> {
  const audio = context();
  if (audio.state === 'running') return;
  await Promise.race([audio.resume(), new Promise((resolve) => setTimeout(resolve, DEVICE_MS))]);
}

/** One sound being heard; its clock tells the time of the playhead while it plays. */
export class SoundPlayer {
  private source: AudioBufferSourceNode | null = null;
  private gain: GainNode | null = null;
  private startedAt = 0;
  private offset = 0;

  /**
   * Begins to be heard.
   * @param offset seconds into the sound; before 0 it waits
   */
  start({ buffer }: DecodedSound, offset: number, gainDb: number, seconds?: number): void {
    this.stop();
    const audio = context();
    void audio.resume();
    const source = audio.createBufferSource();
    const gain = audio.createGain();
    gain.gain.value = 10 ** (gainDb / 20);
    source.buffer = buffer;
    source.connect(gain).connect(audio.destination);
    source.start(audio.currentTime + Math.max(0, -offset), Math.max(0, Math.min(buffer.duration, offset)), seconds);
    this.source = source;
    this.gain = gain;
    this.startedAt = audio.currentTime;
    this.offset = offset;
  }

  /** A short piece at a place, as the playhead is dragged over it. */
  scrub(sound: DecodedSound, offset: number, gainDb: number): void {
    if (offset < 0 || offset >= sound.buffer.duration) this.stop();
    else this.start(sound, offset, gainDb, SCRUB_SECONDS);
  }

  /** Seconds into the sound that are heard now; null while nothing is, or the device has not begun. */
  position(): number | null {
    return this.source && shared?.state === 'running' ? this.offset + shared.currentTime - this.startedAt : null;
  }

  stop(): void {
    this.source?.stop();
    this.source?.disconnect();
    this.gain?.disconnect();
    this.source = null;
    this.gain = null;
  }
}
