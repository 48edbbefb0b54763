import { hash32 } from '@/core/motion/random';

/** A number of a picture's own, by its time: another in each frame, the same each time that is drawn. */
export const seedOf = (seconds: number): number => hash32(Math.round(seconds * 10_000)) % 1_000_003;
