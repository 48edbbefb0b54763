/** What of each light falls on a place, from the point from which it is lit in a sub-frame; its shadow is looked up in the atlas. */
export const FALLING_GLSL = /* glsl */ `
uniform highp sampler2DShadow shadowAtlas;
/** Of each tile: the way into it, four texels, and where it lies in the atlas, one. */
uniform highp sampler2D shadowTable;
#define TILE(i, k) texelFetch(shadowTable, ivec2(5 * (i) + (k), 0), 0)

float lookedUp(int tile, vec3 place, vec3 n, float away) {
  vec4 box = TILE(tile, 4);
  // Off the surface by the size of a texel there, so that it does not shadow itself.
  vec4 from = vec4(place + n * box.w * away, 1.0);
  vec4 c = vec4(dot(TILE(tile, 0), from), dot(TILE(tile, 1), from), dot(TILE(tile, 2), from), dot(TILE(tile, 3), from));
  vec3 p = c.xyz / c.w * 0.5 + 0.5;
  if (c.w <= 0.0 || any(lessThan(p.xy, vec2(0.0))) || any(greaterThan(p.xy, vec2(1.0)))) return 1.0;
  vec2 texel = 1.0 / vec2(textureSize(shadowAtlas, 0));
  vec2 lo = box.xy + texel;
  vec2 hi = box.xy + box.z - texel;
  vec2 at = box.xy + p.xy * box.z;
  float depth = min(p.z, 1.0) - 4e-5;
  float sum = 0.0;
  for (int k = 0; k < 4; k++) {
    vec2 by = vec2(k < 2 ? -0.75 : 0.75, (k & 1) == 0 ? -0.75 : 0.75) * texel;
    sum += texture(shadowAtlas, vec3(clamp(at + by, lo, hi), depth));
  }
  return 0.25 * sum;
}
/** Share of a light that reaches a place from the point from which it is lit. */
float reaches(int i, float form, vec3 from, vec3 place, vec3 n) {
  vec4 tiles = LIGHT(i, 7);
  if (tiles.y == 0.0) return 1.0;
  vec3 to = from - place;
  float away = form == DISTANT ? 1.0 : length(to);
  int tile = int(tiles.x);
  if (tiles.y > 1.0) {
    // Six sides about the point: by the axis that it is farthest off along.
    vec3 a = abs(to);
    tile += a.x >= a.y && a.x >= a.z ? (to.x < 0.0 ? 0 : 1) : a.y >= a.z ? (to.y < 0.0 ? 2 : 3) : (to.z < 0.0 ? 4 : 5);
  }
  return lookedUp(tile, place, n, away);
}
/** What of a light falls on a surface that faces the point from which it is lit, and the way there. */
vec3 falling(int i, vec3 place, vec3 from, out vec3 d) {
  vec4 a = LIGHT(i, 0);
  d = from;
  if (a.w == DISTANT) return a.rgb;
  vec3 x = LIGHT(i, 2).xyz;
  vec3 y = LIGHT(i, 3).xyz;
  vec3 to = from - place;
  float away2 = max(dot(to, to), 1e-6);
  d = to * inversesqrt(away2);
  return a.rgb * area(a.w, x, y) / away2 * (a.w == BALL ? through(i, -d) : max(0.0, -dot(normalize(cross(x, y)), d)));
}
/** Share of the light of all lights that a level place does not get. */
float keptFrom(vec3 place, vec3 up, float mask) {
  float all = 1e-6;
  float kept = 0.0;
  for (int i = 0; i < lightCount; i++) {
    vec3 from = LIGHT(i, 6).xyz;
    vec3 d;
    float falls = brightness(falling(i, place, from, d)) * max(0.0, dot(up, d));
    if (falls <= 0.0) continue;
    all += falls;
    kept += falls * (1.0 - reaches(i, LIGHT(i, 0).w, from, place, up));
  }
  return kept / all;
}
`;
