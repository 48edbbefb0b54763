/** Sample rate that the filters below are told for, hertz. */
export const LOUDNESS_RATE = 48_000;

/** A second-order section: out = b0·x0 + b1·x1 + b2·x2 − a1·y1 − a2·y2. */
interface Section {
  b: readonly [number, number, number];
  a: readonly [number, number];
}

/** K-weighting at 48 kHz (ITU-R BS.1770-4, tables 1 and 2): a head before the ears, then what ears hear little of. */
const SHELF: Section = {
  b: [1.53512485958697, -2.69169618940638, 1.19839281085285],
  a: [-1.69065929318241, 0.73248077421585],
};
const HIGH_PASS: Section = { b: [1, -2, 1], a: [-1.99004745483398, 0.99007225036621] };

/** Blocks of 400 ms, each 100 ms after the one before; short-term loudness is that of 3 s (EBU Tech 3341). */
const STEP_SECONDS = 0.1;
const BLOCK_STEPS = 4;
const SHORT_STEPS = 30;
/** Blocks below this do not count, nor do those that lie this far below the mean of the others, LUFS and LU. */
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;
const OFFSET = -0.691;

/** Loudness of a sound (ITU-R BS.1770-4, EBU R 128): LUFS, and dBTP. −Infinity where there is nothing to be heard. */
export interface Loudness {
  integrated: number;
  /** The largest, and through time: one every tenth of a second, of the 400 ms or 3 s that end there. */
  momentary: number;
  shortTerm: number;
  truePeak: number;
  curve: readonly number[];
}

function filtered(signal: Float32Array, { b, a }: Section): Float32Array {
  const out = new Float32Array(signal.length);
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let i = 0; i < signal.length; i++) {
    const x = signal[i] as number;
    const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    out[i] = y;
  }
  return out;
}

const lufs = (power: number): number => (power > 0 ? OFFSET + 10 * Math.log10(power) : -Infinity);
const meanOf = (values: readonly number[]): number => (values.length > 0 ? values.reduce((sum, v) => sum + v, 0) / values.length : 0);

/** Power of each tenth of a second, weighted, summed over channels. */
function stepPowers(channels: readonly Float32Array[]): number[] {
  const step = Math.round(STEP_SECONDS * LOUDNESS_RATE);
  const count = Math.floor((channels[0]?.length ?? 0) / step);
  const powers = new Array<number>(count).fill(0);
  for (const channel of channels) {
    const weighted = filtered(filtered(channel, SHELF), HIGH_PASS);
    for (let k = 0; k < count; k++) {
      let sum = 0;
      for (let i = k * step; i < (k + 1) * step; i++) sum += (weighted[i] as number) ** 2;
      powers[k] = (powers[k] as number) + sum / step;
    }
  }
  return powers;
}

/** Powers of stretches of so many steps, each a step after the one before. */
const sliding = (powers: readonly number[], steps: number): number[] =>
  Array.from({ length: Math.max(0, powers.length - steps + 1) }, (_, i) => meanOf(powers.slice(i, i + steps)));

function integratedOf(blocks: readonly number[]): number {
  const heard = blocks.filter((power) => lufs(power) > ABSOLUTE_GATE);
  const gate = lufs(meanOf(heard)) + RELATIVE_GATE;
  return lufs(meanOf(heard.filter((power) => lufs(power) > gate)));
}

/** Integrated loudness alone, LUFS: all that is above both gates. @param channels samples at 48 kHz, of one or two channels */
export const integratedLoudness = (channels: readonly Float32Array[]): number => integratedOf(sliding(stepPowers(channels), BLOCK_STEPS));

/** Between samples, four times as many (ITU-R BS.1770-4, annex 2): a windowed sinc of so many samples. */
const PHASES = 4;
const TAPS = 24;
const KERNELS = Array.from({ length: PHASES }, (_, phase) =>
  Float64Array.from({ length: TAPS }, (_tap, k) => {
    const x = k - TAPS / 2 + 1 - phase / PHASES;
    const window = 0.5 + 0.5 * Math.cos((2 * Math.PI * x) / TAPS);
    return (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x)) * window;
  }),
);

/** The largest value that a signal has between its samples too. */
export function truePeak(signal: Float32Array): number {
  // With silence before and after it, so that every place has as many samples around it.
  const padded = new Float32Array(signal.length + TAPS);
  padded.set(signal, TAPS / 2 - 1);
  let most = 0;
  for (let i = 0; i < signal.length; i++) {
    const at = i + TAPS / 2 - 1;
    // Where all around is far below, nothing between can be more.
    if (Math.abs(padded[at] as number) < 0.5 * most && Math.abs(padded[at + 1] as number) < 0.5 * most) continue;
    for (const kernel of KERNELS) {
      let sum = 0;
      for (let k = 0; k < TAPS; k++) sum += (kernel[k] as number) * (padded[i + k] as number);
      if (sum > most) most = sum;
      else if (-sum > most) most = -sum;
    }
  }
  return most;
}

/**
 * How loud a sound is.
 * @param channels samples at 48 kHz, of one or two channels: a third and more would have weights of their own
 */
export function loudnessOf(channels: readonly Float32Array[]): Loudness {
  const powers = stepPowers(channels);
  const blocks = sliding(powers, BLOCK_STEPS);
  const short = sliding(powers, SHORT_STEPS);
  const peak = Math.max(0, ...channels.map(truePeak));
  return {
    integrated: integratedOf(blocks),
    momentary: lufs(Math.max(0, ...blocks)),
    shortTerm: lufs(Math.max(0, ...short)),
    truePeak: peak > 0 ? 20 * Math.log10(peak) : -Infinity,
    curve: blocks.map(lufs),
  };
}
