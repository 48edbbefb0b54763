import { HASH_GLSL } from '../passes/hash-glsl';
import { passEffect, type EffectGround, type StateOf } from './effect-drawer';

const grainUniforms = () => ({ amount: { value: 0 }, size: { value: 1 }, inColour: { value: 0 }, seed: { value: 0 } });

export const grainDrawer = () =>
  passEffect<StateOf<'grain'>, ReturnType<typeof grainUniforms>>(
    /* glsl */ `
uniform float amount;
uniform float size;
uniform float inColour;
uniform float seed;
${HASH_GLSL}/** Four numbers of mean 0 and deviation 1: sums of evenly spread ones. */
vec4 chanceAt(ivec2 cell) {
  vec4 sum = vec4(0.0);
  for (uint k = 0u; k < 3u; k++) {
    uint h = hashed(uvec3(uvec2(cell + 65536), uint(seed) * 3u + k));
    sum += vec4(h & 255u, (h >> 8) & 255u, (h >> 16) & 255u, h >> 24) / 255.0 - 0.5;
  }
  return 2.0 * sum;
}
void main() {
  vec4 seen = texture2D(picture, at);
  // Grains as large as they are told, weighed so that they deviate by as much everywhere.
  vec2 p = (gl_FragCoord.xy - frameAt) / size;
  ivec2 cell = ivec2(floor(p));
  vec4 sum = vec4(0.0);
  float square = 0.0;
  for (int y = -1; y <= 1; y++)
    for (int x = -1; x <= 1; x++) {
      vec2 off = vec2(cell + ivec2(x, y)) + 0.5 - p;
      float w = exp(-2.0 * dot(off, off));
      sum += w * chanceAt(cell + ivec2(x, y));
      square += w * w;
    }
  sum *= inversesqrt(square);
  // Least in black and white.
  float v = clamp(luma(seen.rgb), 0.0, 1.0);
  vec3 grain = mix(vec3(sum.w), sum.rgb, inColour) * amount * 2.0 * sqrt(v * (1.0 - v) + 0.01);
  gl_FragColor = vec4(seen.rgb + grain, seen.a);
}`,
    grainUniforms(),
    (uniforms, { values, settings }, { lines, seed }: EffectGround) => {
      // A pixel that holds several grains shows their mean.
      const pixels = (values.size * lines) / 1080;
      uniforms.amount.value = values.amount * Math.min(1, pixels);
      uniforms.size.value = Math.max(1, pixels);
      uniforms.inColour.value = values.colour;
      uniforms.seed.value = (seed + settings.seed * 7919) % 1_000_003;
    },
  );
