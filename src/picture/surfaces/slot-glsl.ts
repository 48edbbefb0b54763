import { DOME_GLSL, DOME_LOBES_GLSL } from '../dome/dome-glsl';
import { LIGHT_TABLE_GLSL } from '../lights/lights-glsl';
import { PLAIN_LIGHTS_GLSL } from '../lights/plain-lights-glsl';
import { FOLDED_GLSL, PACKED_GLSL } from '../rays/folded-glsl';
import { CHANCE_GLSL } from '../rays/numbers-glsl';
import { PATTERN_GLSL } from './pattern-glsl';
import { BEHIND_GLSL, MIRRORED_GLSL } from './seen-through-glsl';
import { BASIS_GLSL, SURFACE_GLSL } from './surface-glsl';
import { FADED_GLSL, SURFACE_TABLE_GLSL } from './surface-table';

/** Where a point of a surface is, and how what lies on it runs there. */
export const SLOT_VERTEX = /* glsl */ `
uniform vec4 fadePlane;
uniform mat4 laidInto;
out vec3 place;
out vec3 smoothNormal;
out float fadeShare;
out vec3 laidAt;
out vec3 ownPlace;
out vec3 ownNormal;
void main() {
  vec4 world = modelMatrix * vec4(position, 1.0);
#ifndef SOLID
  place = world.xyz;
  // Back from the frame of the camera, whose turn is a rotation.
  smoothNormal = (normalMatrix * normal) * mat3(viewMatrix);
  fadeShare = dot(fadePlane, vec4(position, 1.0));
  laidAt = (laidInto * vec4(position, 1.0)).xyw;
  ownPlace = position;
  ownNormal = normal;
#endif
  gl_Position = projectionMatrix * viewMatrix * world;
}`;

/** What is at a point of a surface: how much of it is there, and the picture that lies on it. */
const HERE_GLSL = /* glsl */ `
precision highp float;
precision highp int;
uniform float row;
uniform float opacity;
uniform vec2 fadeEnds;
uniform sampler2D laidPicture;
uniform float laidOwn;
uniform float laidClear;
uniform float isLaid;
uniform float isThrown;
uniform float brushing;
uniform float reach;
uniform mat4 modelMatrix;
in vec3 place;
in vec3 smoothNormal;
in float fadeShare;
in vec3 laidAt;
in vec3 ownPlace;
in vec3 ownNormal;
${CHANCE_GLSL}
${FADED_GLSL}
/** Of a picture that was thrown on it: nothing beyond its edges, and behind what threw it. */
vec4 laidHere() {
  if (isLaid == 0.0) return vec4(0.0);
  vec2 at = laidAt.xy / laidAt.z;
  // The pixels of its edge reach a little beyond it.
  vec2 beyond = 1.0 / vec2(textureSize(laidPicture, 0));
  bool isOutside = laidAt.z <= 0.0 || any(lessThan(at, -beyond)) || any(greaterThan(at, 1.0 + beyond));
  // Looked up wherever it is: neighbours share what they know of its size.
  vec4 laid = texture(laidPicture, at);
  return isThrown > 0.0 && isOutside ? vec4(0.0) : laid;
}
float thereOf(vec4 laid) {
  float there = opacity * mix(fadeEnds.x, fadeEnds.y, clamp(fadeShare, 0.0, 1.0));
  if (reach > 0.0) there *= fadedAt(ownPlace, reach);
  return isLaid > 0.0 ? there * mix(1.0, laid.a, laidClear) : there;
}
/** The picture's colour, and how much of the surface it covers. */
vec4 coverOf(vec4 laid) { return vec4(laid.a > 1e-4 ? laid.rgb / laid.a : vec3(0.0), isLaid * mix(laid.a, 1.0, laidClear)); }
/** Taken relative to the eye, for precision; a pixel's neighbours lie in the same plane, even outside the triangle. */
vec3 facetHere(vec3 away) {
  vec3 facet = normalize(cross(dFdx(away), dFdy(away)));
  return dot(facet, away) > 0.0 ? -facet : facet;
}
/** The way of the brushing, in the world. */
vec3 alongHere() { return normalize(mat3(modelMatrix) * vec3(cos(brushing), sin(brushing), 0.0)); }
float leanHere() { return abs(normalize(ownNormal).z); }
/** A normal over a relief whose slope is told in the frame of the mesh. */
vec3 raised(vec3 n, vec3 slope) {
  if (slope == vec3(0.0)) return n;
  vec3 s = transpose(inverse(mat3(modelMatrix))) * slope;
  return normalize(n - (s - n * dot(n, s)));
}
vec3 normalHere(vec3 facet) {
  vec3 n = normalize(smoothNormal);
  return dot(n, facet) < 0.0 ? -n : n;
}
`;

/** What rays go on from. Rows are counted from 1 here; those of what only takes shadows and reflections are negative. */
const SEEN = /* glsl */ `
${HERE_GLSL}
${BASIS_GLSL}
${FOLDED_GLSL}
${PACKED_GLSL}
${SURFACE_TABLE_GLSL}
${PATTERN_GLSL}
uniform float isCatching;
uniform float isHeld;
layout(location = 0) out vec4 outPlace;
layout(location = 1) out vec4 outNormals;
layout(location = 2) out vec4 outPicture;
layout(location = 3) out vec4 outOwn;
void main() {
  vec3 facet = facetHere(place - cameraPosition);
  vec4 laid = laidHere();
  float there = thereOf(laid);
  float lean = leanHere();
  vec3 slope = vec3(0.0);
  if (hasPatterns(int(row))) {
    vec4 unused = vec4(0.0);
    patterned(int(row), ownPlace, Standing(lean, normalHere(facet), normalize(cameraPosition - place)), true, unused, unused, there, slope);
  }
  // What only takes shadows is laid over what is behind it: as much of them as is there.
  if (isCatching == 0.0 && chance(uint(row + 1.0)) >= there) discard;
  // Row 0: nothing is there.
  outPlace = vec4(place, isHeld > 0.0 ? 0.0 : isCatching > 0.0 ? -row - 1.0 : row + 1.0);
  vec3 n = raised(normalHere(facet), slope);
  outNormals = vec4(foldedOf(n), foldedOf(facet));
  outPicture = isCatching > 0.0 ? vec4(there) : coverOf(laid);
  vec3 x;
  vec3 y;
  basis(n, x, y);
  vec3 along = alongHere();
  // About the normal, from an axis that follows from it.
  outOwn = vec4(ownPlace, packedOf(atan(dot(along, y), dot(along, x)), laidOwn, lean));
}`;

/** What casts a shadow: what can be seen through does so as often as it is seen; what is solid all over is not looked at. */
const SHADOW = /* glsl */ `
#ifdef SOLID
layout(location = 0) out highp vec4 result;
void main() { result = vec4(1.0); }
#else
${HERE_GLSL}
${SURFACE_TABLE_GLSL}
${PATTERN_GLSL}
layout(location = 0) out vec4 result;
void main() {
  float there = thereOf(laidHere());
  if (hasPatterns(int(row))) {
    vec3 slope;
    vec4 unused = vec4(0.0);
    patterned(int(row), ownPlace, Standing(leanHere(), normalize(smoothNormal), vec3(0.0)), false, unused, unused, there, slope);
  }
  if (chance(uint(row + 1.0)) >= there) discard;
  result = vec4(1.0);
}
#endif`;

/** Flat and fast: of what lies on it only what is cut away by regions counts, without their soft borders. */
const SKETCH = /* glsl */ `
${HERE_GLSL}
${SURFACE_TABLE_GLSL}
${PATTERN_GLSL}
uniform vec3 flatColour;
layout(location = 0) out vec4 result;
void main() {
  if (hasPatterns(int(row)) && leftByPatterns(int(row), ownPlace, leanHere()) < 0.5) discard;
  vec4 laid = laidHere();
  vec4 cover = coverOf(laid);
  float facing = 0.35 + 0.65 * abs(dot(normalize(mat3(viewMatrix) * smoothNormal), normalize(vec3(0.25, 0.5, 0.85))));
  vec3 shown = mix(flatColour, cover.rgb, cover.a);
  result = vec4(mix(shown * facing, cover.rgb, cover.a * laidOwn), isLaid > 0.0 ? mix(1.0, laid.a, laidClear) : 1.0);
}`;

const LIGHT_GLSL = /* glsl */ `
${SURFACE_TABLE_GLSL}
${SURFACE_GLSL}
${DOME_GLSL}
${DOME_LOBES_GLSL}
${LIGHT_TABLE_GLSL}
${PLAIN_LIGHTS_GLSL}
#ifdef LOOKS
${MIRRORED_GLSL}
#endif
`;

const LIT = /* glsl */ `
${HERE_GLSL}
${LIGHT_GLSL}
#ifdef LOOKS
${BEHIND_GLSL}
#endif
${PATTERN_GLSL}
uniform float isMirror;
layout(location = 0) out vec4 result;
void main() {
  int at = int(row);
  result = vec4(0.0);
  // A cut-out: nothing is there, nor behind it.
  if (SURFACE(at, 6).w < 0.0) return;
  vec3 v = normalize(cameraPosition - place);
  vec3 facet = facetHere(place - cameraPosition);
  vec4 a = SURFACE(at, 0);
  vec4 b = SURFACE(at, 1);
  vec4 g = SURFACE(at, 5);
  vec4 laid = laidHere();
  float there = thereOf(laid);
  vec3 slope = vec3(0.0);
  if (hasPatterns(at)) patterned(at, ownPlace, Standing(leanHere(), normalHere(facet), v), true, a, b, there, slope);
  vec3 n = raised(normalHere(facet), slope);
  float nv = dot(n, v);
  if (nv < 0.02) n = normalize(n + v * (0.02 - nv));
  vec4 cover = coverOf(laid);
  a.rgb = mix(a.rgb, cover.rgb, cover.a);
  b.xz *= 1.0 - cover.a;
  g.x *= 1.0 - cover.a;
  Surface s = surfaceOf(a, b, SURFACE(at, 4), g, SURFACE(at, 3).w, n, alongHere(), max(dot(n, v), 0.0));
  vec3 gloss = domeOf(GLOSS, s, n, v);
#ifdef LOOKS
  if (isMirror > 0.0) {
    vec4 mirrored = mirroredIn(s, n, v, place);
    gloss = mix(gloss, s.under * s.glossy * mirrored.rgb / max(mirrored.a, 1e-4), mirrored.a);
  }
#endif
  vec3 sum = s.glow + gloss;
  if (s.lobes.x > 0.0) sum += domeOf(MATTE, s, n, v);
  if (s.coat > 0.0) sum += domeOf(COAT, s, n, v);
  sum += litBy(s, place, n, facet, v, SURFACE(at, 3).z);
  vec4 seen = vec4(sum, 1.0);
#ifdef LOOKS
  if (s.clear > 0.0) {
    vec3 through = s.under * s.clear * (1.0 - s.glossy);
    vec4 behind = behindOf(s, n, v, place, g.w);
    vec3 takes = exp(-SURFACE(at, 6).rgb * g.w);
    seen = vec4(sum + through * takes * behind.rgb, 1.0 - brightness(through * takes) * (1.0 - behind.a));
    // What is seen through it is drawn by it, and so is what is beside it where it is not wholly there.
    if (hasBehind > 0.0) seen = mix(texelFetch(behindPicture, ivec2(gl_FragCoord.xy), 0), seen, there);
  }
#endif
  float own = cover.a * laidOwn;
  result = vec4(mix(seen.rgb, cover.rgb, own), s.clear > 0.0 ? mix(seen.a, 1.0, own) : there);
}`;

/** A backdrop of which only the shadow and what it mirrors are seen: laid over what is behind it. */
const LIT_CATCHER = /* glsl */ `
${HERE_GLSL}
${LIGHT_GLSL}
uniform float everyLight;
uniform float isMirror;
layout(location = 0) out vec4 result;
void main() {
  int at = int(row);
  vec3 v = normalize(cameraPosition - place);
  vec3 n = normalHere(facetHere(place - cameraPosition));
  vec4 g = SURFACE(at, 5);
  float kept = SURFACE(at, 6).w * keptFrom(place, n, everyLight);
  vec4 mirrored = vec4(0.0);
  if (g.x > 0.0) {
    Surface s = surfaceOf(SURFACE(at, 0), SURFACE(at, 1), SURFACE(at, 4), vec4(0.0), 0.0, n, n, max(dot(n, v), 0.0));
#ifdef LOOKS
    if (isMirror > 0.0) {
      mirrored = mirroredIn(s, n, v, place);
      mirrored.rgb *= s.glossy;
    }
#endif
    mirrored += (1.0 - mirrored.a) * g.y * vec4(domeOf(GLOSS, s, n, v), 1.0);
    mirrored *= g.x;
  }
  result = vec4(mirrored.rgb, 1.0 - (1.0 - kept) * (1.0 - mirrored.a)) * thereOf(vec4(0.0));
}`;

/** The programs that a slot of surfaces is drawn by: none is compiled but these, whatever lies on it. */
export const SLOT_PROGRAMS = { sketch: SKETCH, lit: LIT, seen: SEEN, shadow: SHADOW, litCatcher: LIT_CATCHER } as const;
export type SlotProgram = keyof typeof SLOT_PROGRAMS;
