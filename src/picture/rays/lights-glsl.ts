import { LIGHT_TEXELS } from './light-table';

/** Lights as rays know them: a point drawn on each, and whether a ray that meets nothing else meets one. */
export const LIGHTS_GLSL = /* glsl */ `
uniform highp sampler2D lightTable;
uniform int lightCount;
#define LIGHT(i, k) texelFetch(lightTable, ivec2(${LIGHT_TEXELS} * (i) + (k), 0), 0)
const float KIND_DISTANT = 0.0;
const float KIND_DISC = 2.0;

/** Light on its way from a point of a light: radiance, and how densely its direction is drawn. */
struct Ray {
  vec3 direction;
  float far;
  vec3 radiance;
  float density;
};
/** What a light likely sends to a place. */
float likely(int i, vec3 place) {
  vec4 a = LIGHT(i, 0);
  float bright = brightness(a.rgb);
  vec3 u = LIGHT(i, 2).xyz;
  vec3 v = LIGHT(i, 3).xyz;
  if (a.w == KIND_DISTANT) return bright;
  vec3 to = LIGHT(i, 1).xyz - place;
  float size2 = dot(u, u) + dot(v, v);
  float away2 = dot(to, to);
  vec3 facing = cross(u, v);
  float length_ = length(facing);
  // At the middle; near a large one all of it counts a little, for its middle may be behind the horizon.
  float cosine = max(-dot(facing / length_, to) * inversesqrt(max(away2, 1e-9)), sqrt(size2 / (away2 + size2)) * 0.1);
  return bright * 4.0 * length_ * max(cosine, 0.0) / (away2 + 0.25 * size2);
}
Ray rayFrom(int i, vec3 place, vec2 u) {
  vec4 a = LIGHT(i, 0);
  vec3 at = LIGHT(i, 1).xyz;
  vec3 x = LIGHT(i, 2).xyz;
  vec3 y = LIGHT(i, 3).xyz;
  if (a.w == KIND_DISTANT) {
    vec2 p = discOf(u);
    vec3 d = normalize(at + x * p.x + y * p.y);
    float c = dot(d, at);
    float density = 1.0 / max(PI_ * length(x) * length(y) * c * c * c, 1e-9);
    return Ray(d, 1e6, a.rgb * density, density);
  }
  vec2 p = a.w == KIND_DISC ? discOf(u) : 2.0 * u - 1.0;
  vec3 to = at + x * p.x + y * p.y - place;
  float away2 = max(dot(to, to), 1e-9);
  float away = sqrt(away2);
  vec3 d = to / away;
  vec3 facing = cross(x, y);
  float length_ = length(facing);
  float c = -dot(facing, d) / length_;
  float area = length_ * (a.w == KIND_DISC ? PI_ : 4.0);
  // Seen from behind it is dark.
  return Ray(d, away, c > 0.0 ? a.rgb : vec3(0.0), away2 / max(area * abs(c), 1e-9));
}
/** What of a light is seen along a ray: its radiance, where, and how densely that direction would be drawn from it. */
vec3 seenOf(int i, vec3 o, vec3 d, out float far, out float density) {
  vec4 a = LIGHT(i, 0);
  vec3 at = LIGHT(i, 1).xyz;
  vec3 x = LIGHT(i, 2).xyz;
  vec3 y = LIGHT(i, 3).xyz;
  far = 1e6;
  density = 0.0;
  if (a.w == KIND_DISTANT) {
    float c = dot(d, at);
    if (c <= 0.0) return vec3(0.0);
    vec3 p = d / c - at;
    vec2 q = vec2(dot(p, x) / max(dot(x, x), 1e-12), dot(p, y) / max(dot(y, y), 1e-12));
    if (dot(q, q) > 1.0) return vec3(0.0);
    density = 1.0 / max(PI_ * length(x) * length(y) * c * c * c, 1e-9);
    return a.rgb * density;
  }
  vec3 facing = cross(x, y);
  float length_ = length(facing);
  float c = -dot(facing, d) / length_;
  if (c <= 0.0) return vec3(0.0);
  far = dot(at - o, facing) / dot(d, facing);
  if (far <= 0.0) return vec3(0.0);
  vec3 p = o + d * far - at;
  vec2 q = vec2(dot(p, x) / dot(x, x), dot(p, y) / dot(y, y));
  if (a.w == KIND_DISC ? dot(q, q) > 1.0 : max(abs(q.x), abs(q.y)) > 1.0) return vec3(0.0);
  float area = length_ * (a.w == KIND_DISC ? PI_ : 4.0);
  density = far * far / max(area * c, 1e-9);
  return a.rgb;
}
float likelyAll(vec3 place) {
  float sum = 0.0;
  for (int i = 0; i < lightCount; i++) sum += likely(i, place);
  return sum;
}
/** A light drawn by what it likely sends, and its chance. */
int chosenLight(vec3 place, float all, float choice, out float chance_) {
  float at = choice * all;
  int last = 0;
  chance_ = 0.0;
  for (int i = 0; i < lightCount; i++) {
    float own = likely(i, place);
    if (own <= 0.0) continue;
    last = i;
    chance_ = own / all;
    if (at < own) break;
    at -= own;
  }
  return last;
}
`;
