import { hash32 } from '../motion/random';

/**
 * Points of two dimensions that are even at any number reached, alone and jointly: Sobol's first two dimensions, each pair in an order and
 * with a scrambling of its own (A. Owen, 1995; by hashing, B. Burley, Practical Hash-based Owen Scrambling, JCGT 9.4, 2020).
 */

/** The bits of a 32-bit word from the other end. */
function reversed(bits: number): number {
  let v = bits;
  v = ((v >>> 1) & 0x55555555) | ((v & 0x55555555) << 1);
  v = ((v >>> 2) & 0x33333333) | ((v & 0x33333333) << 2);
  v = ((v >>> 4) & 0x0f0f0f0f) | ((v & 0x0f0f0f0f) << 4);
  v = ((v >>> 8) & 0x00ff00ff) | ((v & 0x00ff00ff) << 8);
  return ((v >>> 16) | (v << 16)) >>> 0;
}

/** Turns each half, quarter, eighth… of the unit line round, or not, by a key: a point stays in a fair place of each. */
function scrambled(bits: number, key: number): number {
  let v = reversed(bits);
  v ^= Math.imul(v, 0x3d20adea);
  v = (v + key) | 0;
  v = Math.imul(v, (key >>> 16) | 1);
  v ^= Math.imul(v, 0x05526c56);
  v ^= Math.imul(v, 0x53a22864);
  return reversed(v >>> 0);
}

/** The second dimension of Sobol's sequence; the first is the bits of the index from the other end. */
function sobolSecond(index: number): number {
  let [sum, v] = [0, 0x80000000];
  for (let i = index; i !== 0; i >>>= 1) {
    if (i & 1) sum ^= v;
    v ^= v >>> 1;
  }
  return sum >>> 0;
}

/**
 * Point i of a pair of dimensions, each 0..1 (1 excluded).
 * @param pair which pair: those of different numbers do not walk in step
 */
export function scrambledPoint(seed: number, i: number, pair: number): readonly [number, number] {
  const order = scrambled(i, hash32(seed, pair, 0));
  const unit = (bits: number, dimension: number) => scrambled(bits, hash32(seed, pair, dimension)) / 4294967296;
  return [unit(reversed(order), 1), unit(sobolSecond(order), 2)];
}
