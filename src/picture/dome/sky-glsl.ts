import { LOWEST_SUN, SKY_DISTRIBUTIONS, SKY_WHITE, SKY_ZENITH } from '@/core/light/sky';

const number = (v: number) => (Number.isInteger(v) ? `${v}.0` : String(v));
/** Both coefficients of one place, of Y, x and y. */
const line = (i: number, k: 0 | 1) => {
  const each = (['Y', 'x', 'y'] as const).map((name) => number(SKY_DISTRIBUTIONS[name][i]?.[k] ?? 0));
  return `vec3(${each.join(', ')})`;
};
const rising = (i: number) => `${line(i, 0)} * haze + ${line(i, 1)}`;
const zenith = (name: 'x' | 'y') => {
  const rows = SKY_ZENITH[name].map((row) => `dot(vec4(${row.map(number).join(', ')}), powers)`);
  return `dot(vec3(haze * haze, haze, 1.0), vec3(${rows.join(', ')}))`;
};

/** The formula of core/light/sky.ts. */
export const SKY_GLSL = /* glsl */ `
vec3 skyDistributed(float haze, float cosine, float gamma) {
  vec3 a = ${rising(0)};
  vec3 b = ${rising(1)};
  vec3 c = ${rising(2)};
  vec3 d = ${rising(3)};
  vec3 e = ${rising(4)};
  float g = cos(gamma);
  return (1.0 + a * exp(b / cosine)) * (1.0 + c * exp(d * gamma) + e * g * g);
}
vec3 skyLight(vec3 sun, float haze, vec3 d, float blur) {
  float angle = acos(clamp(dot(d, sun), -1.0, 1.0));
  float s = min(acos(clamp(sun.y, -1.0, 1.0)), ${number(Math.PI / 2 - LOWEST_SUN)});
  vec4 powers = vec4(s * s * s, s * s, s, 1.0);
  float chi = (0.444444444 - haze / 120.0) * (3.14159265359 - 2.0 * s);
  vec3 top = vec3(max(0.0, (4.0453 * haze - 4.971) * tan(chi) - 0.2155 * haze + 2.4192), ${zenith('x')}, ${zenith('y')});
  vec3 v = top * skyDistributed(haze, max(d.y, 0.01), length(vec2(angle, blur))) / skyDistributed(haze, 1.0, s);
  vec3 xyz = v.x * vec3(v.y / v.z, 1.0, (1.0 - v.y - v.z) / v.z);
  vec3 rgb = vec3(
    dot(vec3(3.2406, -1.5372, -0.4986), xyz),
    dot(vec3(-0.9689, 1.8758, 0.0415), xyz),
    dot(vec3(0.0557, -0.204, 1.057), xyz)
  );
  return max(rgb, vec3(0.0)) * ((0.5 + 0.5 * softSign(d.y / (0.008 + blur))) / ${number(SKY_WHITE)});
}
`;
