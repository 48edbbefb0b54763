import { LEAF_SOFT } from '@/core/frame/light-state';
import { LIGHT_TEXELS } from './light-rows';

/** The table of lights, and how each of them falls off to the sides. */
export const LIGHT_TABLE_GLSL = /* glsl */ `
/** Lights; after them patterns. */
uniform highp sampler2D lightTable;
uniform int lightCount;
#define LIGHT(i, k) texelFetch(lightTable, ivec2(${LIGHT_TEXELS} * (i) + (k), 0), 0)
const float DISTANT = 0.0;
const float DISC = 2.0;
const float BALL = 3.0;

bool isLinked(int i, float mask) { return ((uint(mask) >> uint(i)) & 1u) != 0u; }
bool throwsShadow(int i) { return LIGHT(i, 1).w > 0.0; }
float area(float form, vec3 x, vec3 y) {
  float across = length(cross(x, y));
  return form == DISC || form == BALL ? PI_ * across : 4.0 * across;
}
/** What a cone and its leaves let through in a direction away from the light. */
float through(int i, vec3 away) {
  vec4 x = LIGHT(i, 2);
  if (x.w < -1.5) return 1.0;
  vec4 y = LIGHT(i, 3);
  vec4 axis = LIGHT(i, 4);
  float c = dot(away, axis.xyz);
  float open = smoothstep(y.w, x.w, c);
  if (axis.w == 0.0 || open == 0.0) return open;
  vec4 leaves = LIGHT(i, 5);
  vec2 turned = atan(vec2(dot(away, normalize(x.xyz)), dot(away, normalize(y.xyz))), vec2(max(c, 1e-4)));
  const float SOFT = ${LEAF_SOFT};
  return open * smoothstep(-SOFT, SOFT, leaves.x + turned.x) * smoothstep(-SOFT, SOFT, leaves.y - turned.x)
    * smoothstep(-SOFT, SOFT, leaves.z - turned.y) * smoothstep(-SOFT, SOFT, leaves.w + turned.y);
}
`;

/** Lights as rays know them: a point drawn on each, and whether a ray that meets nothing else meets one. */
export const DRAWN_LIGHTS_GLSL = /* glsl */ `
/** Light on its way from a point of a light: radiance, and how densely its direction is drawn. */
struct Ray {
  vec3 direction;
  float far;
  vec3 radiance;
  float density;
};
/** What a light likely sends to a place of a thing that some lights leave out. */
float likely(int i, vec3 place, float mask) {
  if (!isLinked(i, mask)) return 0.0;
  vec4 a = LIGHT(i, 0);
  float bright = brightness(a.rgb);
  if (a.w == DISTANT) return bright;
  vec3 u = LIGHT(i, 2).xyz;
  vec3 v = LIGHT(i, 3).xyz;
  vec3 to = LIGHT(i, 1).xyz - place;
  float size2 = dot(u, u) + dot(v, v);
  float away2 = dot(to, to);
  float sent = bright * area(a.w, u, v) / (away2 + 0.25 * size2);
  // Near the edge of a cone all of it counts a little: another point of the light may be within.
  if (a.w == BALL) return sent * max(through(i, -to * inversesqrt(max(away2, 1e-9))), 0.02);
  vec3 facing = normalize(cross(u, v));
  // At the middle; near a large one all of it counts a little, for its middle may be behind the horizon.
  return sent * max(dot(facing, -to) * inversesqrt(max(away2, 1e-9)), sqrt(size2 / (away2 + size2)) * 0.1);
}
/** Half axes of a ball's disc as it is seen from a place. */
void facingAxes(vec3 to, float radius, out vec3 x, out vec3 y) {
  basis(normalize(to), x, y);
  x *= radius;
  y *= radius;
}
Ray rayFrom(int i, vec3 place, vec2 u) {
  vec4 a = LIGHT(i, 0);
  vec3 at = LIGHT(i, 1).xyz;
  vec3 x = LIGHT(i, 2).xyz;
  vec3 y = LIGHT(i, 3).xyz;
  if (a.w == DISTANT) {
    vec2 p = discOf(u);
    vec3 d = normalize(at + x * p.x + y * p.y);
    float c = dot(d, at);
    float density = 1.0 / max(PI_ * length(x) * length(y) * c * c * c, 1e-9);
    return Ray(d, 1e6, a.rgb * density, density);
  }
  if (a.w == BALL) facingAxes(place - at, length(x), x, y);
  vec2 p = a.w == DISC || a.w == BALL ? discOf(u) : 2.0 * u - 1.0;
  vec3 to = at + x * p.x + y * p.y - place;
  float away2 = max(dot(to, to), 1e-9);
  float away = sqrt(away2);
  vec3 d = to / away;
  float c = -dot(normalize(cross(x, y)), d);
  float density = away2 / max(area(a.w, x, y) * abs(c), 1e-9);
  if (a.w == BALL) return Ray(d, away, a.rgb * through(i, -d), density);
  // Seen from behind it is dark.
  return Ray(d, away, c < 0.0 ? vec3(0.0) : a.rgb, density);
}
/** What of a light is seen along a ray: its radiance, where, and how densely that direction would be drawn from it. */
vec3 seenOf(int i, vec3 o, vec3 d, out float far, out float density) {
  vec4 a = LIGHT(i, 0);
  vec3 at = LIGHT(i, 1).xyz;
  vec3 x = LIGHT(i, 2).xyz;
  vec3 y = LIGHT(i, 3).xyz;
  far = 1e6;
  density = 0.0;
  if (a.w == DISTANT) {
    float c = dot(d, at);
    if (c <= 0.0) return vec3(0.0);
    vec3 p = d / c - at;
    vec2 q = vec2(dot(p, x) / max(dot(x, x), 1e-12), dot(p, y) / max(dot(y, y), 1e-12));
    if (dot(q, q) > 1.0) return vec3(0.0);
    density = 1.0 / max(PI_ * length(x) * length(y) * c * c * c, 1e-9);
    return a.rgb * density;
  }
  if (a.w == BALL) facingAxes(o - at, length(x), x, y);
  vec3 facing = normalize(cross(x, y));
  float c = -dot(facing, d);
  if (c <= 0.0) return vec3(0.0);
  far = dot(at - o, facing) / dot(d, facing);
  if (far <= 0.0) return vec3(0.0);
  vec3 p = o + d * far - at;
  vec2 q = vec2(dot(p, x) / dot(x, x), dot(p, y) / dot(y, y));
  if (a.w == DISC || a.w == BALL ? dot(q, q) > 1.0 : max(abs(q.x), abs(q.y)) > 1.0) return vec3(0.0);
  density = far * far / max(area(a.w, x, y) * c, 1e-9);
  return a.w == BALL ? a.rgb * through(i, -d) : a.rgb;
}
float likelyAll(vec3 place, float mask) {
  float sum = 0.0;
  for (int i = 0; i < lightCount; i++) sum += likely(i, place, mask);
  return sum;
}
/** A light drawn by what it likely sends, and its chance. */
int chosenLight(vec3 place, float mask, float all, float choice, out float chance_) {
  float at = choice * all;
  int last = 0;
  chance_ = 0.0;
  for (int i = 0; i < lightCount; i++) {
    float own = likely(i, place, mask);
    if (own <= 0.0) continue;
    last = i;
    chance_ = own / all;
    if (at < own) break;
    at -= own;
  }
  return last;
}
`;
