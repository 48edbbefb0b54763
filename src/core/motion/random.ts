/** Seeded randomness. The same seed gives the same numbers on every machine. */

/** A 32-bit hash of whole numbers (the finaliser of MurmurHash3, public domain). */
export function hash32(...values: number[]): number {
  let h = 0x9e3779b9;
  for (const value of values) {
    h ^= value | 0;
    h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
    h ^= h >>> 16;
  }
  return h >>> 0;
}

/** A number in 0..1 (1 excluded) for some whole numbers. */
export const chance = (...of: number[]): number => hash32(...of) / 4294967296;

/** Frames that a flicker holds. */
const FLICKER_FRAMES = 2;

/**
 * Whether something that flickers is out at a frame.
 * @param share how often it is, 0..1
 */
export const flickersOut = (share: number, frame: number, seed: number, thing: number): boolean =>
  share > 0 && chance(seed, thing, Math.floor(frame / FLICKER_FRAMES)) < share;

/** A generator of numbers in 0..1 (1 excluded) from a seed: mulberry32. */
export function seededRandom(seed: number): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A short name for a text: equal for equal texts, and as good as never for others (64 bits). */
export function textHash(text: string): string {
  const hashed = [1, 2].map((seed) => {
    let hash = seed;
    for (let i = 0; i < text.length; i++) hash = hash32(hash, text.charCodeAt(i));
    return hash.toString(36);
  });
  return hashed.join('-');
}
