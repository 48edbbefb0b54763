import { hash32 } from '../motion/random';

/**
 * Points that are even at any number reached, alone and jointly: Sobol's first dimensions, each group of them in an order and with a
 * scrambling of its own (A. Owen, 1995; by hashing, B. Burley, Practical Hash-based Owen Scrambling, JCGT 9.4, 2020).
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

/**
 * Directions of Sobol's second and third dimension, by the bits of an index from the lowest: of the primitive polynomials x + 1 and
 * x² + x + 1 (S. Joe and F. Kuo, 2008). The first dimension is the bits of the index from the other end.
 */
function directions(first: readonly number[], next: (v: (back: number) => number) => number): Uint32Array {
  const found = new Uint32Array(32);
  first.forEach((m, k) => (found[k] = (m << (31 - k)) >>> 0));
  for (let k = first.length; k < 32; k++) found[k] = next((back) => found[k - back] as number) >>> 0;
  return found;
}
const SECOND = directions([1], (v) => v(1) ^ (v(1) >>> 1));
const THIRD = directions([1, 3], (v) => v(1) ^ v(2) ^ (v(2) >>> 2));

function sobol(index: number, along: Uint32Array): number {
  let sum = 0;
  for (let [i, k] = [index, 0]; i !== 0; i >>>= 1, k++) if (i & 1) sum ^= along[k] as number;
  return sum >>> 0;
}

/**
 * Point i of three dimensions, each 0..1 (1 excluded); the first two are even together as well.
 * @param group which dimensions: those of different groups do not walk in step
 */
export function scrambledPoint3(seed: number, i: number, group: number): readonly [number, number, number] {
  const order = scrambled(i, hash32(seed, group, 0));
  const unit = (bits: number, dimension: number) => scrambled(bits, hash32(seed, group, dimension)) / 4294967296;
  return [unit(reversed(order), 1), unit(sobol(order, SECOND), 2), unit(sobol(order, THIRD), 3)];
}

/** The first two of them. */
export function scrambledPoint(seed: number, i: number, pair: number): readonly [number, number] {
  const [x, y] = scrambledPoint3(seed, i, pair);
  return [x, y];
}
