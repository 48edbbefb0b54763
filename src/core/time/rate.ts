/**
 * Frame rates as exact ratios. The NTSC family is n·1000/1001 (SMPTE ST 12-1), so a
 * decimal such as 29.97 is only ever a name for its ratio.
 */
export const RATES = {
  '23.976': { num: 24000, den: 1001 },
  '24': { num: 24, den: 1 },
  '25': { num: 25, den: 1 },
  '29.97': { num: 30000, den: 1001 },
  '30': { num: 30, den: 1 },
  '50': { num: 50, den: 1 },
  '59.94': { num: 60000, den: 1001 },
  '60': { num: 60, den: 1 },
} as const;

/** Frames a second as a ratio. */
export interface Rate {
  num: number;
  den: number;
}

export type RateName = keyof typeof RATES;
export const RATE_NAMES = Object.keys(RATES).sort((a, b) => Number(a) - Number(b)) as RateName[];

/** Frames per second, as a number. */
export function framesPerSecond(rate: RateName): number {
  const { num, den } = RATES[rate];
  return num / den;
}

/** Time of the start of a frame, in seconds. Frames may be fractional. */
export function frameToSeconds(frame: number, rate: RateName): number {
  const { num, den } = RATES[rate];
  return (frame * den) / num;
}

/** Fractional frame at a time in seconds. */
export function secondsToFrame(seconds: number, rate: RateName): number {
  const { num, den } = RATES[rate];
  return (seconds * num) / den;
}

/** Exposure time of one frame in seconds for a shutter angle in degrees (common practice: angle / 360 / rate). */
export function exposureSeconds(shutterDeg: number, rate: RateName): number {
  return shutterDeg / 360 / framesPerSecond(rate);
}
