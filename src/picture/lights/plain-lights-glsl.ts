import { FALLING_GLSL } from './falling-glsl';

/** Lights of a plain picture: each lit from one of its points a sub-frame, its shadow looked up, its highlight as large as it is. */
export const PLAIN_LIGHTS_GLSL = /* glsl */ `
${FALLING_GLSL}
/** Direction to the point of a light that is nearest to a mirrored direction, and half sizes that it is seen under there. */
vec3 nearestOf(int i, float form, vec3 place, vec3 mirrored, out vec2 size) {
  vec3 at = LIGHT(i, 1).xyz;
  vec3 x = LIGHT(i, 2).xyz;
  vec3 y = LIGHT(i, 3).xyz;
  if (form == DISTANT) {
    size = vec2(length(x), length(y));
    float c = dot(mirrored, at);
    if (c <= 0.0) return at;
    vec3 p = mirrored / c - at;
    float far = length(p) / size.x;
    return normalize(at + p / max(far, 1.0));
  }
  vec3 to = at - place;
  if (form == BALL) {
    size = vec2(length(x)) / length(to);
    vec3 off = dot(to, mirrored) * mirrored - to;
    return normalize(to + off * min(1.0, length(x) / max(length(off), 1e-6)));
  }
  vec3 facing = normalize(cross(x, y));
  float c = -dot(facing, mirrored);
  vec2 h = vec2(length(x), length(y));
  // A mirrored direction that misses the light's plane is nearest to its edge on that side.
  vec3 p = c > 1e-3 ? place + mirrored * max(0.0, dot(at - place, facing) / -c) - at : mirrored * 1e3;
  vec2 q = vec2(dot(p, x), dot(p, y)) / (h * h);
  q = form == DISC ? q / max(length(q), 1.0) : clamp(q, -1.0, 1.0);
  vec3 d = to + x * q.x + y * q.y;
  float away = length(d);
  // Half sizes of a disc as large.
  size = h / away * (form == DISC ? 1.0 : 1.1284);
  return d / away;
}
/**
 * What a surface sends of one layer of facets, of a light that is seen under some size: its highlight is as large as the light, and no
 * brighter (after B. Karis, Real Shading in Unreal Engine 4, SIGGRAPH 2013, for both axes apart).
 */
float facetsSendWide(Surface s, vec3 n, vec3 v, vec3 l, vec2 alphas, vec2 size, out float vh) {
  vec3 h = normalize(l + v);
  vh = clamp(dot(v, h), 0.0, 1.0);
  if (dot(n, l) <= 0.0) return 0.0;
  vec2 wide = min(alphas + 0.5 * size, vec2(1.0));
  float unused;
  return facetsSend(n, s.x, s.y, v, l, h, alphas, unused) * alphas.x * alphas.y / (wide.x * wide.y);
}
/** What a surface sends to the eye of all lights that light it. */
vec3 litBy(Surface s, vec3 place, vec3 n, vec3 facet, vec3 v, float mask) {
  vec3 sum = vec3(0.0);
  vec3 mirrored = reflect(-v, n);
  for (int i = 0; i < lightCount; i++) {
    if (!isLinked(i, mask)) continue;
    float form = LIGHT(i, 0).w;
    vec3 from = LIGHT(i, 6).xyz;
    vec3 d;
    vec3 falls = falling(i, place, from, d);
    vec2 size;
    vec3 l = nearestOf(i, form, place, mirrored, size);
    float gl = max(dot(facet, d), dot(facet, l));
    if (gl <= 0.0 || falls == vec3(0.0)) continue;
    float nl = max(dot(n, d), 0.0);
    float vh;
    float gloss = facetsSendWide(s, n, v, l, s.alphas, size, vh);
    vec3 sent = s.under * (s.matte * nl / PI_ + s.given * facetMirrors(s, vh) * gloss);
    if (s.coat > 0.0) sent += s.coat * schlick(vec3(0.04), vh) * facetsSendWide(s, n, v, l, vec2(s.coatAlpha), size, vh);
    if (sent == vec3(0.0)) continue;
    // Where smooth normals meet flat facets, light ends softly (M. Chiang and others, 2019).
    float g = clamp(gl / max(max(nl, dot(n, l)) * dot(facet, n), 1e-4), 0.0, 1.0);
    sum += sent * falls * (-g * g * g + g * g + g) * reaches(i, form, from, place, facet);
  }
  return sum;
}
`;
