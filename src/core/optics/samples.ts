import { hash32 } from '../motion/random';

/**
 * Low-discrepancy points for the picture's integral: sub-frame i of a frame gets one point in each of
 * pixel, lens, shutter and light space.
 */
export interface SubFrameSample {
  /** Offset within the pixel, -0.5..0.5 each way. */
  pixel: readonly [number, number];
  /** Point on the unit disc of the lens. */
  lens: readonly [number, number];
  /** Share of the exposure, 0..1. */
  shutter: number;
  /** Point on the unit disc of a soft light. */
  light: readonly [number, number];
}

/** Radical inverse of i in a prime base (van der Corput; Halton's sequence is one such a dimension). */
export function radicalInverse(base: number, i: number): number {
  let result = 0;
  let digit = 1 / base;
  for (let n = i; n > 0; n = Math.floor(n / base)) {
    result += (n % base) * digit;
    digit /= base;
  }
  return result;
}

/** Uniform square to unit disc, keeping neighbours together (P. Shirley and K. Chiu, 1997). */
export function squareToDisc(u: number, v: number): readonly [number, number] {
  const a = 2 * u - 1;
  const b = 2 * v - 1;
  if (a === 0 && b === 0) return [0, 0];
  const [radius, angle] = Math.abs(a) > Math.abs(b) ? [a, (Math.PI / 4) * (b / a)] : [b, Math.PI / 2 - (Math.PI / 4) * (a / b)];
  return [radius * Math.cos(angle), radius * Math.sin(angle)];
}

const BASES = [2, 3, 5, 7, 11, 13, 17] as const;

/**
 * Point i of n of a frame: Halton points, shifted by a hash of the production's seed so that dimensions do not move together.
 * The shift does not change from frame to frame: noise that stands still is less seen than noise that boils.
 */
export function subFrameSample(seed: number, i: number, n: number): SubFrameSample {
  const d = BASES.map((base, k) => (radicalInverse(base, i + 1) + hash32(seed, k) / 4294967296) % 1) as [number, number, number, number, number, number, number];
  return {
    pixel: n > 1 ? [d[0] - 0.5, d[1] - 0.5] : [0, 0],
    lens: n > 1 ? squareToDisc(d[2], d[3]) : [0, 0],
    // The shutter is divided evenly and each share sampled once: motion blur is the dimension whose steps are seen.
    shutter: n > 1 ? (((i * 1103) % n) + d[4]) / n : 0.5,
    light: n > 1 ? squareToDisc(d[5], d[6]) : [0, 0],
  };
}
