import { seededRandom } from '@/core/motion/random';
import { measureLevels, packLevels } from '@/core/sound/levels';

/** Samples a second. */
export const STING_RATE = 44_100;
const SECONDS = 6;

/** Moments at which the sting strikes, seconds: where the ident changes its way. */
export const STRIKES = [0.04, 1.84, 3.36] as const;

/** A bell: partials that are no whole multiples, the high ones gone first. */
function bell(out: Float32Array, at: number, pitch: number, level: number, ring: number): void {
  const partials = [
    [1, 1],
    [2.01, 0.55],
    [2.83, 0.38],
    [4.1, 0.22],
    [5.43, 0.14],
  ] as const;
  const start = Math.round(at * STING_RATE);
  for (let i = 0; start + i < out.length; i++) {
    const t = i / STING_RATE;
    let v = 0;
    for (const [ratio, amount] of partials) v += amount * Math.exp((-t * ratio) / ring) * Math.sin(2 * Math.PI * pitch * ratio * t);
    out[start + i] = (out[start + i] as number) + level * Math.min(1, t / 0.002) * v;
  }
}

/** A drop: a low tone that falls, with the thud of its beginning. */
function drop(out: Float32Array, at: number, level: number): void {
  const start = Math.round(at * STING_RATE);
  let phase = 0;
  for (let i = 0; i < 2 * STING_RATE && start + i < out.length; i++) {
    const t = i / STING_RATE;
    phase += (2 * Math.PI * (38 + 70 * Math.exp(-t / 0.06))) / STING_RATE;
    out[start + i] = (out[start + i] as number) + level * Math.min(1, t / 0.003) * Math.exp(-t / 0.7) * Math.sin(phase);
  }
}

/** Water: noise through a low pass that opens toward a moment and closes after it. */
function swell(out: Float32Array, from: number, to: number, level: number): void {
  const random = seededRandom(1907);
  let low = 0;
  let lower = 0;
  for (let i = 0; i < out.length; i++) {
    const t = i / STING_RATE;
    const open = t < to ? Math.max(0, (t - from) / (to - from)) ** 2 : Math.exp(-(t - to) / 0.5);
    const share = 0.01 + 0.12 * open;
    low += share * (random() * 2 - 1 - low);
    lower += share * (low - lower);
    out[i] = (out[i] as number) + level * open * lower * 3;
  }
}

/** The sting of the season, six seconds: a swell, three strikes with a bell each, the last one deep. One channel, -1 to 1. */
export function stingSignal(): Float32Array {
  const out = new Float32Array(SECONDS * STING_RATE);
  swell(out, 0.2, STRIKES[2], 0.5);
  bell(out, STRIKES[0], 311.1, 0.22, 1.6);
  bell(out, STRIKES[1], 415.3, 0.24, 1.8);
  bell(out, STRIKES[2], 207.7, 0.26, 2.6);
  bell(out, STRIKES[2], 311.1, 0.18, 2.2);
  drop(out, STRIKES[2], 0.55);
  const fade = 0.4 * STING_RATE;
  for (let i = 0; i < fade; i++) out[out.length - 1 - i] = (out[out.length - 1 - i] as number) * (i / fade);
  const most = out.reduce((a, b) => Math.max(a, Math.abs(b)), 0);
  return out.map((v) => (0.85 * v) / most);
}

/** The sting as a WAV file. */
export async function stingWav(): Promise<Uint8Array> {
  // Only a new data folder needs the encoder: a server that starts on an old one does not load it.
  const { AudioSample, AudioSampleSource, BufferTarget, Output, WavOutputFormat } = await import('mediabunny');
  const target = new BufferTarget();
  const output = new Output({ format: new WavOutputFormat(), target });
  const source = new AudioSampleSource({ codec: 'pcm-s16' });
  output.addAudioTrack(source);
  await output.start();
  const sample = new AudioSample({ data: stingSignal(), format: 'f32', numberOfChannels: 1, sampleRate: STING_RATE, timestamp: 0 });
  await source.add(sample);
  sample.close();
  await output.finalize();
  if (!target.buffer) throw new Error('The sting came out empty.');
  return new Uint8Array(target.buffer);
}

export const STING_SECONDS = SECONDS;

/** How loud it is through its time, packed. */
export const stingLevels = (): string => packLevels(measureLevels(stingSignal(), STING_RATE));
