import { WavefrontError } from './triangulate';

const ATTEMPTS = 5;

/**
 * Runs work that exact degeneracy may defeat, with a little more jitter each time and another seed.
 * @param scale size that the jitter is a share of, metres
 * @throws the last WavefrontError when no attempt succeeds; any other error at once
 */
export function withJitter<T>(scale: number, work: (jitter: number, seed: number) => T): T {
  let last: unknown;
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    try {
      return work(scale * 1e-7 * 10 ** (attempt / 2), attempt + 1);
    } catch (error) {
      if (!(error instanceof WavefrontError)) throw error;
      last = error;
    }
  }
  throw last;
}
