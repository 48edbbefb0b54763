import { ELEMENT_FORM as FORM } from '@/core/frame/dome-formula';
import { ELEMENT_TEXELS } from './dome-elements';
import { SKY_GLSL } from './sky-glsl';

/** Blur of the sharpest map, radians: about a texel of it. What is sharper is worked out. */
export const MAP_BLUR = 0.0061;
export const MAP_WIDTH = 1024;
export const MAP_LEVELS = 8;
/** Gloss that is sharper than this needs the formula itself. */
const SHARP = 0.004;
/** Looks to each side along the line on which the facets of a brushed surface lie. */
const BRUSH_LOOKS = 4;
/** Blur of light from a whole half of the dome. */
export const HALF_DOME = 0.9;

/** A map of all directions: longitude across, the audience in the middle, height up. */
export const UNROLLED_GLSL = /* glsl */ `
/** Where a direction lies in it. */
vec2 unrolled(vec3 d) { return vec2(atan(d.x, d.z) * 0.15915494 + 0.5, asin(clamp(d.y, -1.0, 1.0)) * 0.31830989 + 0.5); }
/** The direction that lies at a place of it. */
vec3 rolled(vec2 at) {
  vec2 angles = (at - 0.5) * vec2(6.28318530718, 3.14159265359);
  return vec3(sin(angles.x) * cos(angles.y), sin(angles.y), cos(angles.x) * cos(angles.y));
}
`;

/**
 * Radiance of the dome as a formula, in a direction of its own frame, blurred over a cone of about `blur` radians. A sky is among it where
 * SKY is defined: it is long to compile, so surfaces see it by the maps.
 */
export const DOME_FORMULA_GLSL = /* glsl */ `
/** Radiance overhead, at the horizon, far below and right below the horizon. */
uniform vec3 domeGround[4];
uniform int domeCount;
uniform highp sampler2D domeTable;
uniform sampler2D domePictures[2];
uniform vec3 domeTints[2];
uniform vec2 domePictureTurns;
#define ELEMENT(i, k) texelFetch(domeTable, ivec2(${ELEMENT_TEXELS} * (i) + (k), 0), 0)

// Bounded: some implementations of tanh run over into not-a-number for large arguments.
float softSign(float x) { return tanh(clamp(x, -9.0, 9.0)); }
float blurredStep(float x, float halfSize, float width) {
  return 0.5 * (softSign((x + halfSize) / width) - softSign((x - halfSize) / width));
}
${UNROLLED_GLSL}vec3 turnedBy(vec3 d, float turn) {
  float c = cos(turn);
  float s = sin(turn);
  return vec3(c * d.x - s * d.z, d.y, s * d.x + c * d.z);
}
#ifdef SKY
${SKY_GLSL}
#endif
/** How much of an element is seen in a direction. */
float elementAt(int i, vec3 d, float blur) {
  vec4 forward = ELEMENT(i, 1);
  vec4 right = ELEMENT(i, 2);
  vec4 up = ELEMENT(i, 3);
  vec2 size = vec2(forward.w, right.w);
  float width = up.w + blur;
  float form = ELEMENT(i, 0).w;
  vec3 local = vec3(dot(d, right.xyz), dot(d, up.xyz), dot(d, forward.xyz));
  float along = asin(clamp(local.y, -1.0, 1.0));
  if (form == ${FORM.box}.0) return blurredStep(atan(local.x, local.z), size.x, width) * blurredStep(along, size.y, width);
  if (form == ${FORM.band}.0) return blurredStep(along - size.x, size.y, width);
  float angle = acos(clamp(local.z, -1.0, 1.0));
  if (form == ${FORM.disc}.0) return 0.5 - 0.5 * softSign((angle - size.x) / width);
  if (form == ${FORM.ring}.0) return blurredStep(angle - size.x, size.y, width);
  float near = 1.0 - clamp(angle / (size.x + blur), 0.0, 1.0);
  return near * near * (3.0 - 2.0 * near);
}
/** Ground and elements, without pictures. */
vec3 domeFormula(vec3 d, float blur) {
  // A hard horizon, bright just above and dark just below: what makes flat polished faces read as metal.
  float above = 0.5 + 0.5 * softSign(d.y / (0.008 + blur));
  float zenith = clamp(d.y, 0.0, 1.0);
  float nadir = clamp(-d.y, 0.0, 1.0);
  float glare = exp(-zenith / (0.09 + blur));
  float bounce = smoothstep(0.0, 0.22 + blur, nadir) * exp(-nadir * 2.2);
  vec3 sky = mix(domeGround[0], domeGround[1], glare);
  vec3 deep = mix(domeGround[2], domeGround[3], bounce);
  vec3 sum = mix(deep, sky, above);
  for (int i = 0; i < domeCount; i++) {
    vec4 radiance = ELEMENT(i, 0);
    vec4 forward = ELEMENT(i, 1);
    if (radiance.w != ${FORM.sky}.0) sum += radiance.rgb * elementAt(i, d, blur);
#ifdef SKY
    else sum += radiance.rgb * skyLight(forward.xyz, forward.w, d, blur);
#endif
  }
  return sum;
}
vec3 domePicturesAt(vec3 d) {
  vec3 sum = vec3(0.0);
  if (domeTints[0] != vec3(0.0)) sum += domeTints[0] * textureLod(domePictures[0], unrolled(turnedBy(d, domePictureTurns.x)), 0.0).rgb;
  if (domeTints[1] != vec3(0.0)) sum += domeTints[1] * textureLod(domePictures[1], unrolled(turnedBy(d, domePictureTurns.y)), 0.0).rgb;
  return sum;
}
`;

/** Radiance of the dome in a world direction: from maps by roughness, and the formula where a mirror needs it sharp. */
export const DOME_GLSL = /* glsl */ `
uniform float domeTurn;
uniform float domeReflects;
uniform float domeLights;
uniform bool domeHasSky;
uniform sampler2D domeMap;
${DOME_FORMULA_GLSL}
vec3 domeFromMap(vec3 d, float blur) {
  return textureLod(domeMap, unrolled(d), log2(max(blur, ${MAP_BLUR}) / ${MAP_BLUR})).rgb;
}
vec3 domeRadiance(vec3 worldDirection, float blur) {
  vec3 d = turnedBy(worldDirection, domeTurn);
  if (blur < ${SHARP} && !domeHasSky) return domeReflects * (domeFormula(d, blur) + domePicturesAt(d));
  return domeReflects * domeFromMap(d, blur);
}
/** What falls on a matte surface, as radiance that would be as much from everywhere. */
vec3 domeFalling(vec3 n) { return domeLights * domeFromMap(turnedBy(n, domeTurn), ${HALF_DOME}); }
`;

/** What the lobes of a surface that nothing hides send of the dome: blurred as each lobe is. */
export const DOME_LOBES_GLSL = /* glsl */ `
vec3 domeOf(int lobe, Surface s, vec3 n, vec3 v) {
  if (lobe == MATTE) return s.under * s.matte * domeFalling(n);
  // The coat is seen no sharper than the sharpest map.
  if (lobe == COAT) return vec3(s.over) * domeRadiance(reflect(-v, n), max(${MAP_BLUR}, ${HALF_DOME} * s.coatAlpha));
  // A rough lobe leans towards the normal.
  float lean = s.alpha * s.alpha;
  if (s.alphas.x == s.alphas.y) return s.under * s.glossy * domeRadiance(normalize(mix(reflect(-v, n), n, lean)), ${HALF_DOME} * s.alpha);
  // Drawn out across the brushing: looks along the line on which its facets lie, as sharp as they are along it.
  vec3 sum = vec3(0.0);
  float all = 0.0;
  for (int i = -${BRUSH_LOOKS}; i <= ${BRUSH_LOOKS}; i++) {
    float at = float(i) / float(${BRUSH_LOOKS});
    float weight = exp(-2.0 * at * at);
    vec3 facet = normalize(n + s.y * (s.alphas.y * 1.2 * at));
    sum += weight * domeRadiance(reflect(-v, facet), ${HALF_DOME} * max(s.alphas.x, s.alphas.y * 0.3));
    all += weight;
  }
  return s.under * s.glossy * sum / all;
}
`;
