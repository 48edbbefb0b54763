import { DOME_GLSL, DOME_LOBES_GLSL } from '../dome/dome-glsl';
import { DRAWN_LIGHTS_GLSL, LIGHT_TABLE_GLSL } from '../lights/lights-glsl';
import { PATTERN_GLSL } from '../surfaces/pattern-glsl';
import { SURFACE_GLSL } from '../surfaces/surface-glsl';
import { BOUNDARY_GLSL, MOST_BOUNDARIES } from './boundary-glsl';
import { PACKED_GLSL } from './folded-glsl';
import { NUMBERS_GLSL, PAIR } from './numbers-glsl';
import { WALK_GLSL } from './walk-glsl';

/** Most rays of a pixel in one sub-frame: to a light, of a lobe, on from each boundary, and to a light from where that ended. */
const RAYS = 3 + MOST_BOUNDARIES;
/** Brightest light that one path brings: a sharp highlight that few rays find would speckle the mean. */
const BRIGHTEST_PATH = 64;
/** The same of what is met by the way, a mirror image of a highlight; and where it is met by light that goes to all sides. */
const BRIGHTEST_MET = 4;
const BRIGHTEST_MATTE = 1;

/** What leaves something clear sees the dome no sharper than this, radians. */
const SIGHT_BLUR = 0.012;

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
uniform sampler2D seenNormals;
uniform sampler2D seenPicture;
uniform sampler2D seenOwn;
uniform mat4 toFrame;
uniform vec3 eye;
uniform float everyLight;
${NUMBERS_GLSL}
${WALK_GLSL}
${SURFACE_GLSL}
${DOME_GLSL}
${DOME_LOBES_GLSL}
${LIGHT_TABLE_GLSL}
${DRAWN_LIGHTS_GLSL}
${BOUNDARY_GLSL}
${PATTERN_GLSL}
${PACKED_GLSL}

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

const int TO_LIGHT = 0;
const int FROM_LOBE = 1;
const int ON_THE_WAY = 2;
const int ONWARD_TO_LIGHT = 3;

/** Whether what is far off in a direction is behind the picture, where its ground shows. */
bool isFramed(vec3 d) {
  vec4 p = toFrame * vec4(d, 0.0);
  return p.w > 0.0 && max(abs(p.x), abs(p.y)) < p.w;
}

void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  vec4 seen = texelFetch(seenPlace, at, 0);
  result = vec4(0.0);
  if (seen.w == 0.0) return;
  // What only takes shadows and reflections.
  bool isCatcher = seen.w < 0.0;
  int row = int(abs(seen.w)) - 1;
  // A cut-out: nothing is there, nor behind it.
  if (SURFACE(row, 6).w < 0.0) return;
  vec3 place = seen.xyz;
  vec4 normals = texelFetch(seenNormals, at, 0);
  vec3 n = unfoldedFrom(normals.xy);
  vec3 facet = unfoldedFrom(normals.zw);
  vec4 picture = texelFetch(seenPicture, at, 0);
  vec4 ownSeen = texelFetch(seenOwn, at, 0);
  vec3 about = unpackedFrom(ownSeen.w);
  vec3 v = normalize(eye - place);
  float nv = dot(n, v);
  if (nv < 0.02) n = normalize(n + v * (0.02 - nv));
  vec3 start = place + facet * liftAt(place);
  vec2 choice = numbers(${PAIR.choice});
  float mask = isCatcher ? everyLight : SURFACE(row, 3).z;
  float all = likelyAll(place, mask);

  vec4 a = SURFACE(row, 0);
  vec4 b = SURFACE(row, 1);
  vec4 g = SURFACE(row, 5);
  float own = 0.0;
  if (!isCatcher) {
    float unused = 1.0;
    vec3 slope;
    // Its relief is in the normal already.
    if (hasPatterns(row)) patterned(row, ownSeen.xyz, Standing(about.z, n, v), false, a, b, unused, slope);
    own = about.y * picture.a;
    a.rgb = mix(a.rgb, picture.rgb, picture.a);
    b.xz *= 1.0 - picture.a;
    g.x *= 1.0 - picture.a;
  }
  vec3 x;
  vec3 y;
  basis(n, x, y);
  vec3 along = x * cos(about.x) + y * sin(about.x);
  Surface s = surfaceOf(a, b, SURFACE(row, 4), isCatcher ? vec4(0.0) : g, SURFACE(row, 3).w, n, along, max(dot(n, v), 0.0));

  vec3 sum = isCatcher ? vec3(0.0) : s.glow;
  vec3 pending = vec3(0.0);
  Way way = Way(start, n, vec3(1.0), false, vec3(0.0), 0);
  float lightFar = 1e6;
  float domeShare = 0.0;
  if (isCatcher) {
    // What is kept from it is told by one part of all that falls on it, drawn by its size.
    float dome = PI_ * brightness(domeFalling(n));
    domeShare = dome / max(dome + all, 1e-6);
  }
  if (isCatcher && choice.x < domeShare) {
    pending = vec3(1.0);
    way.d = cosineAbout(facet, numbers(${PAIR.lobe}));
  } else if (lightCount > 0) {
    float share;
    int chosen = chosenLight(place, mask, all, (choice.x - domeShare) / max(1.0 - domeShare, 1e-6), share);
    Ray ray = rayFrom(chosen, place, numbers(${PAIR.light}));
    way.d = ray.direction;
    lightFar = ray.far;
    if (share > 0.0 && isCatcher) pending = vec3(dot(way.d, facet) > 0.0 ? 1.0 : 0.0);
    else if (share > 0.0) {
      float density;
      vec3 sent = sends(s, n, facet, v, way.d, density);
      pending = sent * ray.radiance / (ray.density * share) * powerShare(ray.density * share, density);
    }
    if (!throwsShadow(chosen)) {
      if (!isCatcher) sum += pending;
      pending = vec3(0.0);
    }
  }
  float kept = 0.0;
  // Of what is behind everything, how much is seen; and of what only takes reflections, how much it mirrors.
  float open = 0.0;
  float mirrored = 0.0;
  float density = 0.0;
  int lobe = MATTE;
  vec3 brightest = vec3(0.0);
  int job = TO_LIGHT;
  for (int step = 0; step < ${RAYS}; step++) {
    if (job == TO_LIGHT && pending == vec3(0.0)) job = FROM_LOBE;
    if (job == FROM_LOBE) {
      if (isCatcher && g.x == 0.0) break;
      way.o = start;
      lobe = chosenLobe(s, choice.y);
      brightest = vec3(lobe == MATTE ? ${BRIGHTEST_MATTE}.0 : ${BRIGHTEST_MET}.0);
      vec2 u = numbers(${PAIR.lobe});
      if (lobe == THROUGH) {
        vec3 h = s.alpha < 0.002 ? n : facetAbout(n, s.x, s.y, v, s.alphas, u);
        float vh = max(dot(v, h), 0.0);
        vec3 d = refract(-v, h, 1.0 / s.bent);
        if (dot(d, facet) >= 0.0) break;
        bend(way, d, place, facet, true, row);
        way.boundaries = 1;
        way.weight = vec3(s.under * s.clear * (1.0 - fresnelOf(vh, s.index)) / max(s.lobes.w, 1e-3));
      } else {
        way.d = drawnFrom(s, lobe, n, v, u);
        way.weight = sends(s, n, facet, v, way.d, density);
        // What goes into the surface is no sign of anything in the way.
        if (density <= 0.0) {
          if (!isCatcher) sum += domeOf(lobe, s, n, v) / max(s.lobes[lobe], 1e-3);
          break;
        }
        way.weight /= density;
      }
      job = ON_THE_WAY;
    }
    Met met;
    bool toPoint = job != ON_THE_WAY;
    bool isMet = trace(way.o, way.d, toPoint ? lightFar * 0.9999 : 1e6, toPoint, met);
    if (toPoint) {
      vec3 reached = isMet ? vec3(0.0) : passed();
      if (isCatcher && job == TO_LIGHT) kept = 1.0 - brightness(reached);
      else sum += pending * reached;
      if (job == ONWARD_TO_LIGHT) break;
      job = FROM_LOBE;
      continue;
    }
    vec3 metFacet;
    vec3 metNormal;
    int metRow;
    float lean;
    vec4 metA;
    vec4 metB;
    vec3 there = way.o + way.d * met.t;
    if (isMet) {
      if (way.isWithin) way.weight *= exp(-way.takes * met.t);
      bool isFromWithin = readMet(way.d, met, metFacet, metNormal, metRow, lean);
      metA = SURFACE(metRow, 0);
      metB = SURFACE(metRow, 1);
      if (hasPatterns(metRow)) {
        float unused = 1.0;
        vec3 slope;
        Standing stands = Standing(lean, metNormal, -way.d);
        patterned(metRow, ownPlaceOf(met.instance, there), stands, true, metA, metB, unused, slope);
        slope = slopeOf(met.instance, slope);
        metNormal = normalize(metNormal - (slope - metNormal * dot(metNormal, slope)));
      }
      float clear = SURFACE(metRow, 5).x * (1.0 - metB.x);
      if (clear > 0.0 && chance(0x10000003u + uint(way.boundaries) * 4u) < clear) {
        mirrored = 1.0;
        if (way.boundaries == ${MOST_BOUNDARIES}) {
          // Whatever it would meet further on is as bright as the dome.
          sum += way.weight * domeRadiance(way.d, ${SIGHT_BLUR});
          break;
        }
        meetBoundary(way, there, metFacet, metNormal, metA.w, metRow, isFromWithin);
        // A light that is met from here on is drawn in no other way.
        all = 0.0;
        continue;
      }
    }
    float nearest;
    vec3 light = lightsAlong(way.o, way.d, isMet ? met.t : 1e6, mask, all, density, nearest);
    // Behind something clear few rays find a small light.
    if (way.boundaries > 0) light = min(light, vec3(${BRIGHTEST_MET}.0));
    bool isShaded = isMet && nearest >= met.t;
    if (isCatcher && !isMet) {
      // What is behind everything is not mirrored; of the dome, as much as is said.
      bool isThrough = way.boundaries > 0;
      mirrored = isThrough ? 1.0 - (1.0 - g.y) * min(brightness(way.weight), 1.0) : g.y;
      sum += g.y * (isThrough ? way.weight * domeRadiance(way.d, ${SIGHT_BLUR}) : domeOf(lobe, s, n, v) / max(s.lobes[lobe], 1e-3));
      break;
    }
    mirrored = 1.0;
    if (!isMet && nearest >= 1e6) {
      if (way.boundaries == 0) sum += domeOf(lobe, s, n, v) / max(s.lobes[lobe], 1e-3);
      else if (lobe == THROUGH && isFramed(way.d)) open = min(brightness(way.weight), 1.0);
      else light += domeRadiance(way.d, ${SIGHT_BLUR});
    }
    pending = vec3(0.0);
    if (isShaded) {
      // What is met sends no sharper highlight than this, for the same reason as the brightest path.
      metA.w = max(metA.w, lobe == MATTE ? 0.8 : 0.3);
      float leans = max(-dot(way.d, metNormal), 0.0);
      Surface w = surfaceOf(metA, metB, SURFACE(metRow, 4), vec4(0.0), 0.0, metNormal, metNormal, leans);
      w.coat = 0.0;
      light += domeOf(MATTE, w, metNormal, -way.d) + domeOf(GLOSS, w, metNormal, -way.d) + w.glow;
      if (lightCount > 0) {
        float share;
        float metMask = SURFACE(metRow, 3).z;
        float sum_ = likelyAll(there, metMask);
        int chosen = chosenLight(there, metMask, sum_, numbers(${PAIR.onward}).x, share);
        Ray ray = rayFrom(chosen, there, numbers(${PAIR.onwardLight}));
        float unused;
        vec3 sent = sends(w, metNormal, metFacet, -way.d, ray.direction, unused);
        if (share > 0.0) pending = way.weight * sent * ray.radiance / (ray.density * share);
        pending = min(pending, brightest);
        if (!throwsShadow(chosen)) {
          light += pending / max(way.weight, vec3(1e-6));
          pending = vec3(0.0);
        }
        way.o = there + metFacet * liftAt(there);
        way.d = ray.direction;
        lightFar = ray.far;
      }
    }
    sum += min(way.weight * light, isMet ? brightest : vec3(${BRIGHTEST_PATH}.0));
    if (pending == vec3(0.0)) break;
    job = ONWARD_TO_LIGHT;
  }
  sum = min(sum, vec3(${BRIGHTEST_PATH}.0));
  if (isCatcher) {
    mirrored *= g.x;
    result = vec4(g.x * sum, 1.0 - (1.0 - SURFACE(row, 6).w * kept) * (1.0 - mirrored)) * picture.a;
  } else result = vec4(mix(sum, picture.rgb, own), mix(1.0 - open, 1.0, own));
}`;
