/** A picture looked up between its pixels: by Catmull and Rom's cubic where one look is all, straight between four where many are. */
export const BETWEEN_GLSL = /* glsl */ `
vec4 pixelAt(ivec2 p) { return texelFetch(picture, clamp(p, ivec2(0), textureSize(picture, 0) - 1), 0); }
vec4 linearAt(vec2 pixel) {
  vec2 p = pixel - 0.5;
  ivec2 i = ivec2(floor(p));
  vec2 f = p - floor(p);
  return mix(mix(pixelAt(i), pixelAt(i + ivec2(1, 0)), f.x), mix(pixelAt(i + ivec2(0, 1)), pixelAt(i + ivec2(1, 1)), f.x), f.y);
}
vec4 cubicWeights(float t) {
  return 0.5 * vec4(t * (-1.0 + t * (2.0 - t)), 2.0 + t * t * (3.0 * t - 5.0), t * (1.0 + t * (4.0 - 3.0 * t)), t * t * (t - 1.0));
}
vec4 cubicAt(vec2 pixel) {
  vec2 p = pixel - 0.5;
  ivec2 i = ivec2(floor(p));
  vec4 wx = cubicWeights(p.x - floor(p.x));
  vec4 wy = cubicWeights(p.y - floor(p.y));
  vec4 sum = vec4(0.0);
  for (int y = 0; y < 4; y++)
    for (int x = 0; x < 4; x++) sum += wx[x] * wy[y] * pixelAt(i + ivec2(x - 1, y - 1));
  return vec4(max(sum.rgb, 0.0), clamp(sum.a, 0.0, 1.0));
}
`;
