import { DOME_GLSL, DOME_LOBES_GLSL } from '../dome/dome-glsl';
import { DRAWN_LIGHTS_GLSL, LIGHT_TABLE_GLSL } from '../lights/lights-glsl';
import { SURFACE_GLSL } from '../surfaces/surface-glsl';
import { NUMBERS_GLSL, PAIR } from './numbers-glsl';
import { WALK_GLSL } from './walk-glsl';

/** Most rays of a pixel in one sub-frame: to a light, of a lobe, and to a light from where that ended. */
const RAYS = 3;
/** Brightest light that one path brings: a sharp highlight that few rays find would speckle the mean. */
const BRIGHTEST_PATH = 64;
/** The same of what is met by the way, a mirror image of a highlight. */
const BRIGHTEST_MET = 4;

/**
 * Light by rays: what is seen is at hand; one point of one light and one direction of the surface are followed from there. All rays are
 * traced at one place, in one loop, so that walking is compiled once.
 */
export const TRACE_FRAGMENT = /* glsl */ `
precision highp float;
precision highp int;
precision highp sampler2D;
layout(location = 0) out vec4 result;
uniform sampler2D seenPlace;
uniform sampler2D seenNormal;
uniform sampler2D seenFacet;
uniform sampler2D seenPicture;
uniform vec3 eye;
uniform float floorShadow;
uniform float everyLight;
${NUMBERS_GLSL}
${WALK_GLSL}
${SURFACE_GLSL}
${DOME_GLSL}
${DOME_LOBES_GLSL}
${LIGHT_TABLE_GLSL}
${DRAWN_LIGHTS_GLSL}

/** Share of the one way of drawing a direction against the other (E. Veach, 1997). */
float powerShare(float own, float other) { return own * own / max(own * own + other * other, 1e-20); }

/** What a ray brings of the lights that it meets before a distance, each by the share of this way of drawing it. */
vec3 lightsAlong(vec3 o, vec3 d, float far, float mask, float all, float density, out float nearest) {
  vec3 sum = vec3(0.0);
  nearest = far;
  for (int i = 0; i < lightCount; i++) {
    if (!isLinked(i, mask)) continue;
    float away;
    float own;
    vec3 seen = seenOf(i, o, d, away, own);
    // One that throws no shadows shines through what is in its way.
    if (own <= 0.0 || (away >= far && throwsShadow(i))) continue;
    float drawn = all > 0.0 ? own * likely(i, o, mask) / all : 0.0;
    sum += seen * powerShare(density, drawn);
    if (away < nearest) nearest = away;
  }
  return sum;
}

void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  vec4 seen = texelFetch(seenPlace, at, 0);
  result = vec4(0.0);
  if (seen.w == 0.0) return;
  bool isFloor = seen.w < 0.0;
  vec3 place = seen.xyz;
  vec3 n = texelFetch(seenNormal, at, 0).xyz;
  vec3 facet = texelFetch(seenFacet, at, 0).xyz;
  vec3 v = normalize(eye - place);
  float nv = dot(n, v);
  if (nv < 0.02) n = normalize(n + v * (0.02 - nv));
  float lift = liftAt(place);
  vec3 start = place + facet * lift;
  vec2 choice = numbers(${PAIR.choice});
  float mask = isFloor ? everyLight : SURFACE(int(seen.w) - 1, 3).z;
  float all = likelyAll(place, mask);

  vec3 sum = vec3(0.0);
  vec3 pending = vec3(0.0);
  vec3 toLight = n;
  float lightFar = 0.0;
  Surface s;
  float own = 0.0;
  vec3 laid = vec3(0.0);
  float domeShare = 0.0;
  if (isFloor) {
    // Only what is kept from it is seen: one part of all that falls on it, drawn by its size.
    float dome = PI_ * brightness(domeFalling(vec3(0.0, 1.0, 0.0)));
    domeShare = dome / max(dome + all, 1e-6);
    s = surfaceOf(vec4(1.0), vec4(0.0), vec4(1.0, 0.04, 0.0, 0.0), 0.0, n, n, 1.0);
  } else {
    int row = int(seen.w) - 1;
    vec4 a = SURFACE(row, 0);
    vec4 b = SURFACE(row, 1);
    vec4 picture = texelFetch(seenPicture, at, 0);
    own = texelFetch(seenNormal, at, 0).w;
    laid = picture.rgb;
    a.rgb = mix(a.rgb, laid, picture.a);
    b.xz *= 1.0 - picture.a;
    vec3 x;
    vec3 y;
    basis(n, x, y);
    float turn = texelFetch(seenFacet, at, 0).w;
    s = surfaceOf(a, b, SURFACE(row, 4), SURFACE(row, 3).w, n, x * cos(turn) + y * sin(turn), max(dot(n, v), 0.0));
    own *= picture.a;
    sum += s.glow;
  }
  bool toDome = isFloor && choice.x < domeShare;
  if (lightCount > 0 && !toDome) {
    float share;
    int chosen = chosenLight(place, mask, all, isFloor ? (choice.x - domeShare) / max(1.0 - domeShare, 1e-6) : choice.x, share);
    Ray ray = rayFrom(chosen, place, numbers(${PAIR.light}));
    toLight = ray.direction;
    lightFar = ray.far;
    if (share > 0.0 && isFloor) pending = vec3(dot(toLight, facet) > 0.0 ? 1.0 : 0.0);
    else if (share > 0.0) {
      float density;
      vec3 sent = sends(s, n, facet, v, toLight, density);
      pending = sent * ray.radiance / (ray.density * share) * powerShare(ray.density * share, density);
    }
    if (!throwsShadow(chosen)) {
      if (!isFloor) sum += pending;
      pending = vec3(0.0);
    }
  }
  float kept = 0.0;
  vec3 o = start;
  vec3 d = toLight;
  vec3 weight = vec3(1.0);
  float density = 0.0;
  int lobe = MATTE;
  int job = 0;
  for (int step = 0; step < ${RAYS}; step++) {
    if (job == 0 && pending == vec3(0.0)) job = 1;
    if (isFloor && job == 1 && !toDome) break;
    if (job == 1) {
      o = start;
      if (isFloor) d = cosineAbout(facet, numbers(${PAIR.lobe}));
      else {
        lobe = chosenLobe(s, choice.y);
        d = drawnFrom(s, lobe, n, v, numbers(${PAIR.lobe}));
        weight = sends(s, n, facet, v, d, density);
        // What goes into the surface is no sign of anything in the way.
        if (density <= 0.0) {
          sum += domeOf(lobe, s, n, v) / max(s.lobes[lobe], 1e-3);
          break;
        }
        weight /= density;
      }
    }
    Met met;
    bool toPoint = job != 1;
    bool isMet = trace(o, d, toPoint ? lightFar * 0.9999 : 1e6, toPoint || isFloor, met);
    if (isFloor) {
      kept = isMet ? 1.0 : 0.0;
      break;
    }
    if (job == 0) {
      if (!isMet) sum += pending;
      job = 1;
    } else if (job == 2) {
      if (!isMet) sum += pending;
      break;
    } else {
      float nearest;
      vec3 light = lightsAlong(o, d, isMet ? met.t : 1e6, mask, all, density, nearest);
      if (!isMet && nearest >= 1e6) sum += domeOf(lobe, s, n, v) / max(s.lobes[lobe], 1e-3);
      pending = vec3(0.0);
      if (isMet && nearest >= met.t) {
        vec3 metFacet;
        vec3 metNormal;
        int metRow;
        readMet(d, met, metFacet, metNormal, metRow);
        vec4 a = SURFACE(metRow, 0);
        vec4 b = SURFACE(metRow, 1);
        // What is met sends no sharper highlight than this, for the same reason as the brightest path.
        a.w = max(a.w, 0.3);
        Surface w = surfaceOf(a, b, SURFACE(metRow, 4), 0.0, metNormal, metNormal, max(-dot(d, metNormal), 0.0));
        w.coat = 0.0;
        vec3 there = o + d * met.t;
        light += domeOf(MATTE, w, metNormal, -d) + domeOf(GLOSS, w, metNormal, -d) + w.glow;
        if (lightCount > 0) {
          float share;
          float metMask = SURFACE(metRow, 3).z;
          float sum_ = likelyAll(there, metMask);
          int chosen = chosenLight(there, metMask, sum_, numbers(${PAIR.onward}).x, share);
          Ray ray = rayFrom(chosen, there, numbers(${PAIR.onwardLight}));
          float unused;
          vec3 sent = sends(w, metNormal, metFacet, -d, ray.direction, unused);
          if (share > 0.0) pending = weight * sent * ray.radiance / (ray.density * share);
          pending = min(pending, vec3(${BRIGHTEST_MET}.0));
          if (!throwsShadow(chosen)) {
            light += pending / max(weight, vec3(1e-6));
            pending = vec3(0.0);
          }
          o = there + metFacet * liftAt(there);
          d = ray.direction;
          lightFar = ray.far;
        }
      }
      sum += min(weight * light, vec3(isMet ? ${BRIGHTEST_MET}.0 : ${BRIGHTEST_PATH}.0));
      if (pending == vec3(0.0)) break;
      job = 2;
    }
  }
  result = isFloor ? vec4(0.0, 0.0, 0.0, floorShadow * kept) : vec4(mix(min(sum, vec3(${BRIGHTEST_PATH}.0)), laid, own), 1.0);
}`;
