import { z } from 'zod';
import { bounceProgress } from './bounce';
import { smoothstep } from './smoothstep';

/** How a span swings about where it goes: how often past it, and its damping ratio. */
export const swingSchema = z.object({ count: z.int().min(1).max(12), damping: z.number().min(0.02).max(0.95) });
export type Swing = z.infer<typeof swingSchema>;

/** What a span does in the place of following its curve: bounces off where it goes, or swings about it. */
export interface Rebounding {
  /** Rebounds; 0 for none. */
  bounces: number;
  swing?: Swing | undefined;
}

export const rebounds = ({ bounces, swing }: Rebounding): boolean => bounces > 0 || swing !== undefined;

/** What of a key or a pace says how it rebounds. */
export const reboundOf = ({ bounces, swing }: Rebounding): Rebounding => (swing ? { bounces, swing } : { bounces });

export const NO_REBOUND = { bounces: 0, swing: undefined } as const satisfies Rebounding;

export const sameRebound = (a: Rebounding, b: Rebounding): boolean => reboundCode(a) === reboundCode(b);

/** The same as one number: 0 for none, bounces as they are, swings below 0, with their damping behind the point. */
export const reboundCode = ({ bounces, swing }: Rebounding): number => (swing ? -(swing.count + swing.damping) : bounces);

/** Progress of a span that rebounds, by its code and the share of its time that is over. */
export function reboundProgress(code: number, x: number): number {
  if (code > 0) return bounceProgress(x, code);
  const count = Math.floor(-code);
  return swingProgress(x, count, -code - count);
}

/**
 * Progress of a damped oscillator that is let go at 0 and swings about 1, its step response as handbooks of control have it:
 * 1 − e^(−ζωt)(cos ω_d t + ζω/ω_d sin ω_d t). It is beyond 1 `count` times, exactly as far as those say; of the swing after
 * it keeps what brings it to rest at 1 when the span is over.
 * @param x share of the span, 0..1
 * @param count how often it is beyond: once is over, twice is over and back under
 * @param damping ratio, more than 0, less than 1
 */
export function swingProgress(x: number, count: number, damping: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const decay = damping / Math.sqrt(1 - damping * damping);
  const response = (angle: number) => 1 - Math.exp(-decay * angle) * (Math.cos(angle) + decay * Math.sin(angle));
  const whole = (count + 1) * Math.PI;
  const left = response(whole) - 1;
  return response(whole * x) - left * smoothstep(count / (count + 1), 1, x);
}
