import { hash32 } from '@/core/motion/random';

/** Cells of a side of the mask of blue noise. */
export const MASK_SIZE = 64;
/** Pairs of dimensions that the rays of one pixel are drawn from, by what each decides. */
export const PAIR = {
  /** Which light, and which lobe. */
  choice: 0,
  light: 1,
  lobe: 2,
  /** Which light at what the lobe's ray met. */
  onward: 3,
  onwardLight: 4,
} as const;
export const PAIRS = Object.keys(PAIR).length;

/**
 * A number for each pixel, sub-frame and thing: what can be seen through is there as often as it is seen. Over the sub-frames the numbers
 * of a pixel and a thing are spread evenly at any number reached, and those of two things are no kin (B. Burley, Practical Hash-based Owen
 * Scrambling, JCGT 9.4, 2020).
 */
export const CHANCE_GLSL = /* glsl */ `
/** The number of the sub-frame with its bits in reverse, and the seed. */
uniform uvec2 grain;
uint mixBits(uint h) {
  h ^= h >> 16;
  h *= 0x7feb352du;
  h ^= h >> 15;
  h *= 0x846ca68bu;
  return h ^ (h >> 16);
}
uint reversed(uint x) {
  x = (x << 16) | (x >> 16);
  x = ((x & 0x00ff00ffu) << 8) | ((x & 0xff00ff00u) >> 8);
  x = ((x & 0x0f0f0f0fu) << 4) | ((x & 0xf0f0f0f0u) >> 4);
  x = ((x & 0x33333333u) << 2) | ((x & 0xccccccccu) >> 2);
  return ((x & 0x55555555u) << 1) | ((x & 0xaaaaaaaau) >> 1);
}
/** Scrambles bits by those below them alone (S. Laine and T. Karras, 2011). */
uint scrambled(uint x, uint seed) {
  x += seed;
  x ^= x * 0x6c50b47cu;
  x ^= x * 0xb82f1e52u;
  x ^= x * 0xc7afe638u;
  return x ^ (x * 0x8d22f6e6u);
}
float chance(uint thing) {
  uvec2 p = uvec2(gl_FragCoord.xy);
  uint own = mixBits(p.x * 0x9e3779b1u ^ mixBits(p.y * 0x85ebca77u ^ mixBits(thing * 0x27d4eb2fu ^ grain.y)));
  uint shuffled = reversed(scrambled(grain.x, own));
  return float(reversed(scrambled(shuffled, mixBits(own))) >> 8) * (1.0 / 16777216.0);
}
`;

/** What the programs are told of a sub-frame for that. */
export function grainOf(seed: number, i: number): readonly [number, number] {
  let index = 0;
  for (let bit = 0; bit < 32; bit++) index = (index | (((i >>> bit) & 1) << (31 - bit))) >>> 0;
  return [index, hash32(seed, 0)];
}

/**
 * Numbers for a pixel: one point for all pixels, moved in each by a mask of blue noise (I. Georgiev and M. Fajardo, Blue-noise Dithered
 * Sampling, 2016), so that what few sub-frames leave looks like fine grain.
 */
export const NUMBERS_GLSL = /* glsl */ `
uniform vec2 points[${PAIRS}];
uniform sampler2D mask;

vec2 numbers(int pair) {
  ivec2 cell = (ivec2(gl_FragCoord.xy) + ivec2(pair * 29, pair * 47)) & ${MASK_SIZE - 1};
  return fract(points[pair] + texelFetch(mask, cell, 0).xy);
}
${CHANCE_GLSL}`;
