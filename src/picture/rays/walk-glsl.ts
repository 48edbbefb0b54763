import { FADED_GLSL, SURFACE_TABLE_GLSL } from '../surfaces/surface-table';
import { FOLDED_GLSL } from './folded-glsl';
import { INSTANCE_TEXELS } from './instance-table';

/**
 * Where a ray first meets a mesh: an upper tree of instances, a tree for each mesh, walked without a stack by skip links in one loop.
 * After T. Foley and J. Sugerman, 2005, with the links of B. Smits, 1998.
 */
export const WALK_GLSL = /* glsl */ `
/** Nodes of all trees, and behind them, from a texel on, triangles. */
uniform highp usampler2D treeTable;
uniform int firstTriangle;
uniform highp usampler2D upperTable;
uniform highp sampler2D instanceTable;
uniform int upperCount;

${SURFACE_TABLE_GLSL}${FADED_GLSL}${FOLDED_GLSL}#define TRIANGLE(k) texelFetch(treeTable, AT(firstTriangle + (k)), 0)
#define INSTANCE(i, k) texelFetch(instanceTable, AT(${INSTANCE_TEXELS} * (i) + (k)), 0)

bool hasPatterns(int row);
/** How much of a surface patterns leave at a place in its mesh's frame. */
float leftByPatterns(int row, vec3 own, float lean);

struct Met {
  float t;
  int triangle;
  int instance;
  vec2 uv;
};

bool meetsBox(vec3 o, vec3 inverse, vec3 lo, vec3 hi, float far) {
  vec3 a = (lo - o) * inverse;
  vec3 b = (hi - o) * inverse;
  vec3 n = min(a, b);
  vec3 f = max(a, b);
  float t0 = max(max(n.x, n.y), max(n.z, 0.0));
  float t1 = min(min(f.x, f.y), min(f.z, far));
  // Widened by a few roundings (T. Ize, Robust BVH Ray Traversal, 2013): no ray slips between two boxes that touch.
  return t0 <= t1 * 1.0000012;
}
// No component may be zero: 0 times infinity is not a number, and what min and max make of that differs from card to card.
vec3 inverseOf(vec3 d) {
  vec3 s = mix(vec3(-1.0), vec3(1.0), greaterThanEqual(d, vec3(0.0)));
  return s / max(abs(d), vec3(1e-12));
}
int regionOf(int triangle) { return int(TRIANGLE(3 * triangle).w >> 30); }
int surfaceRow(int instance, int region) { return int(INSTANCE(instance, 4)[region]); }
/** How much of a surface is there at a place in its mesh's frame. */
float opacityAt(int row, vec3 place) {
  vec4 ends = SURFACE(row, 3);
  float opacity = SURFACE(row, 1).w;
  float reach = SURFACE(row, 4).w;
  if (reach > 0.0) opacity *= fadedAt(place, reach);
  if (ends.x != 1.0 || ends.y != 1.0) opacity *= mix(ends.x, ends.y, clamp(dot(SURFACE(row, 2), vec4(place, 1.0)), 0.0, 1.0));
  return opacity;
}
/** What is left of light that a ray to a light brings through clear things: what they take by the metre, and what their sides mirror. */
vec3 taken;
float sides;
vec3 passed() { return exp(-max(taken, 0.0)) * sides; }
void tryTriangles(uint content, vec3 o, vec3 d, int owner, bool isThin, bool any, inout Met met) {
  int first = int(content & 0xffffffu);
  int last = first + int((content >> 24) & 0x7fu);
  for (int k = first; k < last; k++) {
    vec3 a = uintBitsToFloat(TRIANGLE(3 * k).xyz);
    vec3 e = uintBitsToFloat(TRIANGLE(3 * k + 1).xyz) - a;
    vec3 f = uintBitsToFloat(TRIANGLE(3 * k + 2).xyz) - a;
    // T. Möller and B. Trumbore, 1997.
    vec3 p = cross(d, f);
    float det = dot(e, p);
    float inv = 1.0 / det;
    vec3 s = o - a;
    float u = dot(s, p) * inv;
    vec3 q = cross(s, e);
    float v = dot(d, q) * inv;
    float w = dot(f, q) * inv;
    // A hair wider than the triangle: no leaks along seams.
    if (u >= -1e-6 && v >= -1e-6 && u + v <= 1.000001 && w > 0.0 && w < met.t && det != 0.0) {
      if (isThin) {
        int row = surfaceRow(owner, regionOf(k));
        // What can be seen through is there as often as it is seen.
        float there = opacityAt(row, o + d * w);
        if (hasPatterns(row)) there *= leftByPatterns(row, o + d * w, abs(normalize(cross(e, f)).z));
        if (chance(uint(k)) >= there) continue;
        if (any) {
          float clear = SURFACE(row, 5).x * (1.0 - SURFACE(row, 1).x);
          if (SURFACE(row, 6).w == 0.0 && clear > 0.0 && chance(uint(k) ^ 0x40000000u) < clear) {
            // From where it goes in to where it comes out, in whichever order they are found: so both by the body's face.
            taken += SURFACE(surfaceRow(owner, 0), 6).rgb * (det > 0.0 ? -w : w);
            sides *= 1.0 - SURFACE(row, 4).y;
            continue;
          }
        }
      }
      met = Met(w, k, owner, vec2(u, v));
    }
  }
}
/** The first mesh that a ray meets before a distance, or (any) some mesh; t is told in lengths of d. */
bool trace(vec3 o, vec3 d, float far, bool any, out Met met) {
  met = Met(far, -1, 0, vec2(0.0));
  taken = vec3(0.0);
  sides = 1.0;
  vec3 ro = o;
  vec3 rd = d;
  vec3 inverse = inverseOf(d);
  bool above = true;
  bool isThin = false;
  int i = 0;
  int end = upperCount;
  int back = 0;
  int owner = 0;
  for (;;) {
    if (i >= end) {
      if (above) break;
      above = true;
      i = back;
      end = upperCount;
      ro = o;
      rd = d;
      inverse = inverseOf(d);
      if (i >= end) break;
    }
    uvec4 lo;
    uvec4 hi;
    if (above) {
      lo = texelFetch(upperTable, AT(2 * i), 0);
      hi = texelFetch(upperTable, AT(2 * i + 1), 0);
    } else {
      lo = texelFetch(treeTable, AT(2 * i), 0);
      hi = texelFetch(treeTable, AT(2 * i + 1), 0);
    }
    bool isMet = meetsBox(ro, inverse, uintBitsToFloat(lo.xyz), uintBitsToFloat(hi.xyz), met.t);
    if (isMet && (hi.w & 0x80000000u) != 0u) {
      if (above) {
        owner = int(hi.w & 0xffffffu);
        vec4 x = INSTANCE(owner, 0);
        vec4 y = INSTANCE(owner, 1);
        vec4 z = INSTANCE(owner, 2);
        vec4 about = INSTANCE(owner, 3);
        ro = vec3(dot(x.xyz, o) + x.w, dot(y.xyz, o) + y.w, dot(z.xyz, o) + z.w);
        // Not made unit: so t stays that of the world.
        rd = vec3(dot(x.xyz, d), dot(y.xyz, d), dot(z.xyz, d));
        inverse = inverseOf(rd);
        back = int(lo.w);
        above = false;
        i = int(about.x);
        end = int(about.y);
        isThin = about.z > 0.0;
        continue;
      }
      tryTriangles(hi.w, ro, rd, owner, isThin, any, met);
      if (any && met.triangle >= 0) break;
      isMet = false;
    }
    i = isMet ? i + 1 : int(lo.w);
  }
  return met.triangle >= 0;
}
vec3 unfolded(uint word) {
  return unfoldedFrom(vec2(float(word & 0x7fffu), float((word >> 15) & 0x7fffu)) / 32767.0 * 2.0 - 1.0);
}
/**
 * Facet normal and smooth normal, in the world and toward where the ray comes from, and the surface where it ends.
 * @param lean how far it faces along the depth of its mesh, 0 to 1
 * @returns whether it comes from within
 */
bool readMet(vec3 d, Met met, out vec3 facet, out vec3 n, out int row, out float lean) {
  uvec4 a = TRIANGLE(3 * met.triangle);
  uvec4 b = TRIANGLE(3 * met.triangle + 1);
  uvec4 c = TRIANGLE(3 * met.triangle + 2);
  vec3 corner = uintBitsToFloat(a.xyz);
  vec3 g = cross(uintBitsToFloat(b.xyz) - corner, uintBitsToFloat(c.xyz) - corner);
  vec3 s = (1.0 - met.uv.x - met.uv.y) * unfolded(a.w) + met.uv.x * unfolded(b.w) + met.uv.y * unfolded(c.w);
  lean = abs(s.z) / max(length(s), 1e-6);
  vec3 x = INSTANCE(met.instance, 0).xyz;
  vec3 y = INSTANCE(met.instance, 1).xyz;
  vec3 z = INSTANCE(met.instance, 2).xyz;
  // Normals go by the transpose of the way in: its rows are at hand.
  facet = normalize(x * g.x + y * g.y + z * g.z);
  n = normalize(x * s.x + y * s.y + z * s.z);
  bool isWithin = dot(facet, d) > 0.0;
  if (isWithin) facet = -facet;
  if (dot(n, facet) < 0.0) n = -n;
  // A smooth normal that looks away from the ray would send light into the solid.
  float away = dot(n, d);
  if (away > -0.02) n = normalize(n - d * (away + 0.02));
  row = surfaceRow(met.instance, int(a.w >> 30));
  return isWithin;
}
/** A place in the frame of a mesh. */
vec3 ownPlaceOf(int instance, vec3 place) {
  vec4 at = vec4(place, 1.0);
  return vec3(dot(INSTANCE(instance, 0), at), dot(INSTANCE(instance, 1), at), dot(INSTANCE(instance, 2), at));
}
/** A slope that is told in the frame of a mesh, in the world. */
vec3 slopeOf(int instance, vec3 s) {
  return INSTANCE(instance, 0).xyz * s.x + INSTANCE(instance, 1).xyz * s.y + INSTANCE(instance, 2).xyz * s.z;
}
/** Off a facet, by the rounding of a place so far from the origin. */
float liftAt(vec3 place) { return 2e-5 * max(max(abs(place.x), abs(place.y)), max(abs(place.z), 1.0)); }
`;
