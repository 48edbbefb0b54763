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

/** A number by chance for each pixel, sub-frame and thing: what can be seen through is there as often as it is seen. */
export const CHANCE_GLSL = /* glsl */ `
uniform uint grain;
uint mixBits(uint h) {
  h ^= h >> 16;
  h *= 0x7feb352du;
  h ^= h >> 15;
  h *= 0x846ca68bu;
  return h ^ (h >> 16);
}
float chance(uint thing) {
  uvec2 p = uvec2(gl_FragCoord.xy);
  uint h = mixBits(p.x * 0x9e3779b1u ^ mixBits(p.y * 0x85ebca77u ^ mixBits(thing * 0x27d4eb2fu ^ grain)));
  return float(h >> 8) * (1.0 / 16777216.0);
}
`;

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
