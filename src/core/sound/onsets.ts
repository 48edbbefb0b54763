import FFT from 'fft.js';

/** A moment at which something begins to sound. */
export interface Onset {
  seconds: number;
  /** 0 to 1, the strongest of the sound being 1. */
  strength: number;
}

export interface OnsetFinding {
  onsets: Onset[];
  /** Beats a minute that the onsets suggest; null where they have no pulse. */
  tempo: number | null;
}

const WINDOW = 1024;
const HOP = 128;
/** What is loud: a sine of full level, through the bell, comes to a hundred. Noise far below it counts for little. */
const GAIN = 100 / (WINDOW / 4);
/** A peak must stand out from the mean of so many seconds before it, and two onsets are so far apart at least. */
const AROUND_SECONDS = 0.12;
const APART_SECONDS = 0.06;
const SLOWEST = 50;
const FASTEST = 200;

/**
 * How much louder each part of the spectrum has become since a window before: spectral flux of the logarithm, one value a hop (S. Dixon,
 * DAFx 2006).
 */
function flux(signal: Float32Array): Float32Array {
  const fft = new FFT(WINDOW);
  const hann = Float64Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW));
  const count = Math.max(0, Math.floor((signal.length + WINDOW) / HOP));
  const out = new Float32Array(count);
  const back = WINDOW / 2 / HOP;
  const kept: Float64Array[] = Array.from({ length: back }, () => new Float64Array(WINDOW / 2));
  const bins = fft.createComplexArray();
  const windowed = new Array<number>(WINDOW);
  for (let n = 0; n < count; n++) {
    const start = n * HOP - WINDOW / 2;
    for (let i = 0; i < WINDOW; i++) windowed[i] = (signal[start + i] ?? 0) * (hann[i] as number);
    fft.realTransform(bins, windowed);
    const before = kept[n % back] as Float64Array;
    let rise = 0;
    for (let k = 0; k < WINDOW / 2; k++) {
      const level = Math.log1p(GAIN * Math.hypot(bins[2 * k] as number, bins[2 * k + 1] as number));
      rise += Math.max(0, level - (before[k] as number));
      before[k] = level;
    }
    out[n] = rise / (WINDOW / 2);
  }
  return out;
}

/** Sample within a stretch at which the energy begins to rise to its greatest: the attack, to a part of a millisecond. */
function attack(signal: Float32Array, from: number, to: number, step: number): number {
  const energies: number[] = [];
  for (let at = from; at < to; at += step) {
    let sum = 0;
    for (let i = Math.max(0, at); i < Math.min(signal.length, at + step); i++) sum += (signal[i] as number) ** 2;
    energies.push(sum);
  }
  const rises = energies.map((e, i) => e - (energies[i - 1] ?? 0));
  const best = rises.indexOf(Math.max(...rises));
  // Back to where it began: the last step that was still below a tenth of what came.
  let i = best;
  while (i > 0 && (rises[i - 1] as number) > 0.1 * (rises[best] as number)) i--;
  return from + i * step;
}

/**
 * Finds the onsets of a sound and its tempo.
 * @param signal -1 to 1, one channel
 * @param threshold 0 to 1: weaker onsets are left out
 */
export function findOnsets(signal: Float32Array, sampleRate: number, threshold = 0.2): OnsetFinding {
  const novelty = flux(signal);
  const perSecond = sampleRate / HOP;
  const around = Math.round(AROUND_SECONDS * perSecond);
  const apart = Math.round(APART_SECONDS * perSecond);
  const greatest = novelty.reduce((a, b) => Math.max(a, b), 0);
  if (greatest < 1e-6) return { onsets: [], tempo: null };
  const found: Onset[] = [];
  for (let n = 0; n < novelty.length; n++) {
    const value = novelty[n] as number;
    if (value < threshold * greatest) continue;
    let [mean, highest] = [0, 0];
    for (let k = Math.max(0, n - around); k <= Math.min(novelty.length - 1, n + apart); k++) {
      if (k <= n) mean += novelty[k] as number;
      // Of two equal peaks the first counts.
      if (Math.abs(k - n) <= apart) highest = Math.max(highest, (novelty[k] as number) + (k < n ? 1e-9 : 0));
    }
    // Before the sound there is silence: what begins with it stands out from that.
    if (value < highest - 1e-12 || value < 1.5 * (mean / (around + 1))) continue;
    const at = n * HOP;
    const seconds = Math.max(0, attack(signal, at - WINDOW / 2, at + WINDOW / 2, Math.round(sampleRate / 2000))) / sampleRate;
    const last = found[found.length - 1];
    if (last && seconds - last.seconds < APART_SECONDS) continue;
    found.push({ seconds, strength: value / greatest });
  }
  return { onsets: found, tempo: tempoOf(novelty, perSecond) };
}

/**
 * The lag at which the novelty is most like itself, as beats a minute. Slower pulses are preferred a little less, as people tap (R.
 * Parncutt, 1994).
 */
function tempoOf(novelty: Float32Array, perSecond: number): number | null {
  const mean = novelty.reduce((a, b) => a + b, 0) / novelty.length;
  const centred = novelty.map((v) => v - mean);
  const alike = (lag: number) => {
    let sum = 0;
    for (let i = lag; i < centred.length; i++) sum += (centred[i] as number) * (centred[i - lag] as number);
    return sum / Math.max(1, centred.length - lag);
  };
  const still = alike(0);
  if (still <= 0) return null;
  const lags = {
    first: Math.floor((60 / FASTEST) * perSecond),
    last: Math.min(Math.ceil((60 / SLOWEST) * perSecond), centred.length >> 1),
  };
  let [best, most] = [0, 0];
  for (let lag = lags.first; lag <= lags.last; lag++) {
    const preference = Math.exp(-0.5 * (Math.log2((60 * perSecond) / lag / 110) / 0.9) ** 2);
    const value = (alike(lag) / still) * preference;
    if (value > most) [most, best] = [value, lag];
  }
  if (most < 0.1) return null;
  // Between lags, by the parabola through the three about the best.
  const [a, b, c] = [alike(best - 1), alike(best), alike(best + 1)];
  const shift = a - 2 * b + c === 0 ? 0 : (a - c) / (2 * (a - 2 * b + c));
  return (60 * perSecond) / (best + Math.max(-0.5, Math.min(0.5, shift)));
}
