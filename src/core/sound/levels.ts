import FFT from 'fft.js';
import { packBytes, unpackBytes } from '../keep/packed-bytes';

/** What of a sound is measured: all of it, and what lies between some pitches. */
export const LEVEL_BANDS = ['level', 'low', 'middle', 'high'] as const;
export type LevelBand = (typeof LEVEL_BANDS)[number];

/** Hertz that part low from middle, and middle from high: about where kick and bass end, and where cymbals begin (common practice). */
const EDGES = [200, 2000] as const;
/** Times a second that it is measured. */
const RATE = 50;
const WINDOW = 2048;
/** Letters of packed levels at most: those of half an hour. */
export const MAX_PACKED_LEVELS = 500_000;
const MAX_STEPS = 1800 * RATE + 2;

/** How loud a sound is through its time, each band from 0 to 255 at its loudest: four numbers a step. */
export type SoundLevels = Uint8Array;

/** Loudness as the root of the mean square under a bell, of all and of each band; the loudest moment of each counts as one. */
export function measureLevels(signal: Float32Array, sampleRate: number): SoundLevels {
  const fft = new FFT(WINDOW);
  const hann = Float64Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW));
  const bins = fft.createComplexArray();
  const windowed = new Array<number>(WINDOW);
  const count = Math.min(MAX_STEPS, Math.max(1, Math.floor((signal.length / sampleRate) * RATE) + 1));
  const power = new Float64Array(4 * count);
  const bandOf = (k: number) => {
    const hertz = (k * sampleRate) / WINDOW;
    return hertz < EDGES[0] ? 1 : hertz < EDGES[1] ? 2 : 3;
  };
  for (let n = 0; n < count; n++) {
    const start = Math.round((n / RATE) * sampleRate) - WINDOW / 2;
    for (let i = 0; i < WINDOW; i++) windowed[i] = (signal[start + i] ?? 0) * (hann[i] as number);
    fft.realTransform(bins, windowed);
    for (let k = 1; k < WINDOW / 2; k++) {
      const energy = (bins[2 * k] as number) ** 2 + (bins[2 * k + 1] as number) ** 2;
      for (const band of [0, bandOf(k)]) power[4 * n + band] = (power[4 * n + band] as number) + energy;
    }
  }
  const most = [0, 1, 2, 3].map((band) => power.reduce((max, v, i) => (i % 4 === band ? Math.max(max, v) : max), 0));
  return Uint8Array.from(power, (v, i) => (most[i % 4] ? Math.round(255 * Math.sqrt(v / (most[i % 4] as number))) : 0));
}

/** Levels as a short text. */
export const packLevels = (levels: SoundLevels): string => packBytes(levels);

const kept = new WeakMap<object, SoundLevels | null>();

function read(packed: string): SoundLevels | null {
  try {
    const levels = unpackBytes(packed, 4 * MAX_STEPS);
    return levels.length % 4 === 0 ? levels : null;
  } catch {
    return null;
  }
}

/** The levels that are packed in something of a document, which never changes in place; null where there are none that can be read. */
export function unpackLevels(sound: { levels: string | null }): SoundLevels | null {
  let levels = kept.get(sound);
  if (levels === undefined) kept.set(sound, (levels = sound.levels === null ? null : read(sound.levels)));
  return levels;
}

/** How loud a band is at a moment of the sound, 0 to 1; 0 before and after it. */
export function levelAt(levels: SoundLevels, band: LevelBand, seconds: number): number {
  const at = seconds * RATE;
  const i = Math.floor(at);
  const value = (n: number) => (n < 0 || 4 * n >= levels.length ? 0 : (levels[4 * n + LEVEL_BANDS.indexOf(band)] as number) / 255);
  return value(i) + (value(i + 1) - value(i)) * (at - i);
}
