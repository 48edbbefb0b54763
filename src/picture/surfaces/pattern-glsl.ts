import { CORNERS_A_ROW, FIRST_PATTERN, PATTERN_NUMBER, PATTERN_TEXELS, REGION_NUMBER } from './pattern-table';

const is = (kind: keyof typeof PATTERN_NUMBER): string => `kind == ${PATTERN_NUMBER[kind]}`;

/** How it stands; and what is there where nothing has a pattern. */
const STANDING = /* glsl */ `
/** How a surface stands where a pattern is asked for: how far it faces along the depth of its mesh, its normal, and the way to the eye. */
struct Standing {
  float lean;
  vec3 n;
  vec3 v;
};
`;
const NONE = /* glsl */ `
void patterned(int row, vec3 own, Standing how, bool isRelief, inout vec4 a, inout vec4 b, inout float there, out vec3 slope) {
  slope = vec3(0.0);
}
bool hasPatterns(int row) { return false; }
float leftByPatterns(int row, vec3 own, float lean) { return 1.0; }
`;

/**
 * What patterns make of a surface at a place of its own frame. Noise on a lattice of gradients (K. Perlin, Improving Noise, 2002), cells
 * about scattered points (S. Worley, A Cellular Texture Basis Function, 1996). Needs the table of surfaces.
 */
const DRAWN = /* glsl */ `
uniform highp sampler2DArray patternPictures;
#ifndef LIGHT
uniform highp sampler2D lightTable;
#endif
#define PATTERN(i, k) texelFetch(lightTable, AT(${FIRST_PATTERN} + ${PATTERN_TEXELS} * (i) + (k)), 0)

uint cellHash(ivec3 c) {
  uint h = uint(c.x) * 0x8da6b343u ^ uint(c.y) * 0xd8163841u ^ uint(c.z) * 0xcb1ab31fu;
  h ^= h >> 16;
  h *= 0x7feb352du;
  h ^= h >> 15;
  h *= 0x846ca68bu;
  return h ^ (h >> 16);
}
float shareOf(uint h) { return float(h & 0xffffffu) * (1.0 / 16777216.0); }
vec3 pointOf(uint h) { return vec3(h & 0x3ffu, (h >> 10) & 0x3ffu, (h >> 20) & 0x3ffu) * (1.0 / 1023.0); }
/** -1 to 1, about 0. */
float latticeNoise(vec3 p) {
  ivec3 cell = ivec3(floor(p));
  vec3 f = p - floor(p);
  vec3 w = f * f * f * (f * (f * 6.0 - 15.0) + 10.0);
  float sum = 0.0;
  for (int k = 0; k < 8; k++) {
    ivec3 at = ivec3(k & 1, (k >> 1) & 1, k >> 2);
    vec3 to = f - vec3(at);
    vec3 share = mix(1.0 - w, w, vec3(at));
    sum += share.x * share.y * share.z * dot(2.0 * pointOf(cellHash(cell + at)) - 1.0, to);
  }
  return sum;
}
/** Noise of several sizes, about from 0 to 1. */
float cloudy(vec3 p) {
  float sum = 0.0;
  float share = 0.6;
  for (int k = 0; k < 4; k++) {
    sum += share * latticeNoise(p);
    p = p * 2.03 + 7.1;
    share *= 0.5;
  }
  return clamp(0.5 + 0.75 * sum, 0.0, 1.0);
}
/** How far the nearest two of some scattered points are, and a number of the nearest. */
vec3 nearestCells(vec3 p) {
  ivec3 cell = ivec3(floor(p));
  vec3 f = p - floor(p);
  vec3 found = vec3(8.0, 8.0, 0.0);
  for (int k = 0; k < 27; k++) {
    ivec3 at = ivec3(k % 3, (k / 3) % 3, k / 9) - 1;
    uint h = cellHash(cell + at);
    float away = length(vec3(at) + pointOf(h) - f);
    if (away < found.x) found = vec3(away, found.x, shareOf(h * 0x9e3779b1u));
    else if (away < found.y) found.y = away;
  }
  return found;
}
/** Thin lines that run all ways, here and there. */
float scratched(vec3 p, float amount, float edge) {
  float most = 0.0;
  for (int k = 0; k < 3; k++) {
    float turn = float(k) * 2.17 + 0.4;
    vec2 q = mat2(cos(turn), sin(turn), -sin(turn), cos(turn)) * (p.xy + 0.31 * p.z);
    float line = floor(q.y * 6.0);
    uint h = cellHash(ivec3(int(line), int(floor(q.x * 0.6 + shareOf(cellHash(ivec3(int(line), k, 5))))), k));
    float lean = 0.5 + 0.35 * (shareOf(h) - 0.5) + 0.12 * (fract(q.x * 0.6) - 0.5) * (shareOf(h * 31u) - 0.5);
    float away = abs(fract(q.y * 6.0) - lean);
    if (shareOf(h * 0x9e3779b1u) < amount) most = max(most, 1.0 - smoothstep(0.012, 0.012 + 0.05 * edge + 0.008, away));
  }
  return most;
}
float landAt(int i, vec3 d) {
  vec2 at = vec2(atan(d.x, d.z) * 0.15915494, -asin(clamp(d.y, -1.0, 1.0)) * 0.31830989);
  return textureLod(patternPictures, vec3(at + 0.5, PATTERN(i, 7).x), 0.0).x;
}
/** A picture at a place in the frame of its pattern: premultiplied. */
vec4 pictureAt(int i, vec3 p) {
  vec4 how = PATTERN(i, 7);
  if (how.x < 0.0) return vec4(0.0);
  vec2 at = p.xy;
  // Once round is once across, as often as its size says.
  if (how.z > 0.0) at.x = atan(p.x, p.z) * 0.15915494 * length(PATTERN(i, 4).xyz);
  if (how.y == 0.0 && max(abs(at.x), abs(at.y)) > 0.5) return vec4(0.0);
  at += 0.5;
  if (how.y > 1.0) at = 1.0 - abs(fract(0.5 * at) * 2.0 - 1.0);
  return textureLod(patternPictures, vec3(at, how.x), 0.0);
}
/** A place of a mesh's frame in the frame of a pattern. */
vec3 inPattern(int i, vec3 own) {
  vec4 at = vec4(own, 1.0);
  return vec3(dot(PATTERN(i, 4), at), dot(PATTERN(i, 5), at), dot(PATTERN(i, 6), at));
}
/** Rows of corners that follow the row of a region. */
int cornerRows(int i) { return (int(PATTERN(i, 1).w) + ${CORNERS_A_ROW - 1}) / ${CORNERS_A_ROW}; }
vec2 cornerAt(int i, int k) {
  vec4 both = PATTERN(i + 1 + k / ${CORNERS_A_ROW}, (k % ${CORNERS_A_ROW}) / 2);
  return k % 2 == 0 ? both.xy : both.zw;
}
/** The same as in core/outline/polygon-distance. */
float outsideOutline(int i, vec2 p) {
  int corners = int(PATTERN(i, 1).w);
  vec2 a = cornerAt(i, corners - 1);
  float nearest = 1e18;
  bool within = false;
  for (int k = 0; k < corners; k++) {
    vec2 b = cornerAt(i, k);
    vec2 side = b - a;
    vec2 off = p - a - side * clamp(dot(p - a, side) / max(dot(side, side), 1e-12), 0.0, 1.0);
    nearest = min(nearest, dot(off, off));
    if ((a.y > p.y) != (b.y > p.y) && p.x < (b.x - a.x) * (p.y - a.y) / (b.y - a.y) + a.x) within = !within;
    a = b;
  }
  return within ? -sqrt(nearest) : sqrt(nearest);
}
/** How far a place outside of a region is from it, below 0 within: the same as in core/frame/region-state. */
float outsideRegion(int i, vec3 p) {
  int kind = int(PATTERN(i, 0).x);
  vec3 half_ = PATTERN(i, 1).xyz;
  if (kind == ${REGION_NUMBER.drawn}) return outsideOutline(i, p.xy);
  if (kind == ${REGION_NUMBER['half-space']}) return p.x;
  if (kind == ${REGION_NUMBER.ball}) return (length(p / half_) - 1.0) * min(half_.x, min(half_.y, half_.z));
  vec3 d = abs(p) - half_;
  return length(max(d, 0.0)) + min(max(d.x, max(d.y, d.z)), 0.0);
}
bool isRegion(int i) { return PATTERN(i, 0).x >= ${REGION_NUMBER['half-space']}.0; }
/** What is left of what is seen of a mark at a place, by a region: what is kept, cut away, or put back. */
float seenBy(int i, vec3 own, float seen) {
  vec4 how = PATTERN(i, 0);
  vec3 p = inPattern(i, own);
  float within = 0.0;
  if (PATTERN(i, 7).y == 0.0 || p.z > 0.0) {
    if (PATTERN(i, 7).y > 0.0) p = vec3(p.xy / p.z, 0.0);
    float t = clamp(0.5 - outsideRegion(i, p) / max(how.z, 1e-5), 0.0, 1.0);
    within = t * t * (3.0 - 2.0 * t);
  }
  return how.y == 2.0 ? max(seen, within) : seen * (how.y == 1.0 ? 1.0 - within : within);
}
/** How far a pattern is there at a place, 0 to 1. */
float patternAt(int i, vec3 own, Standing stands) {
  vec4 how = PATTERN(i, 0);
  int kind = int(how.x);
  vec3 p = inPattern(i, own);
  float amount = how.y;
  float soft = 0.5 * how.z + 0.01;
  if (${is('gradient')}) {
    float span = how.z - how.y;
    return clamp((p.x - how.y) / (abs(span) < 1e-4 ? 1e-4 : span), 0.0, 1.0);
  }
  if (${is('rim')}) return pow(1.0 - clamp(abs(dot(stands.n, stands.v)), 0.0, 1.0), 0.6 / max(amount, 0.02));
  if (${is('picture')}) return min(dot(pictureAt(i, p).rgb, vec3(0.2126, 0.7152, 0.0722)), 1.0);
  if (${is('land')}) return landAt(i, normalize(p));
  if (${is('cities')}) {
    vec3 d = normalize(p);
    float night = smoothstep(0.08, -0.18, dot(stands.n, PATTERN(i, 3).yzw));
    if (night == 0.0) return 0.0;
    // A few towns in one region, many in another.
    float region = smoothstep(0.62 - 0.5 * amount, 0.9 - 0.4 * amount, 0.5 + 0.5 * latticeNoise(d * 9.0) + 0.25 * latticeNoise(d * 21.0));
    vec3 towns = nearestCells(d * 55.0);
    return night * landAt(i, d) * region * towns.z * smoothstep(0.35, 0.05, towns.x);
  }
  float line = how.y * 0.5;
  if (${is('grid')}) {
    vec2 g = 0.5 - abs(fract(p.xy) - 0.5);
    return 1.0 - smoothstep(line * (1.0 - how.z) - 1e-3, line + 1e-3, min(g.x, g.y));
  }
  if (${is('dots')}) return 1.0 - smoothstep(line * (1.0 - how.z) - 1e-3, line + 1e-3, length(fract(p.xy) - 0.5));
  if (${is('scratches')}) return scratched(p, amount, how.z);
  if (${is('cells')} || ${is('cracks')} || ${is('hammered')}) {
    vec3 cells = nearestCells(p);
    if (${is('cells')}) return smoothstep(1.0 - amount - soft, 1.0 - amount + soft, cells.z);
    if (${is('cracks')}) return 1.0 - smoothstep(line * (1.0 - how.z), line + 1e-3, cells.y - cells.x);
    return amount * smoothstep(0.0, how.z + 0.05, 1.0 - cells.x);
  }
  float n = cloudy(${is('brushed')} ? vec3(p.x * 0.03, p.yz) : p);
  // Of a bevel half of it leans between face and side.
  if (${is('wear')}) n = (1.0 - abs(2.0 * stands.lean - 1.0)) * (0.7 + n);
  return smoothstep(1.0 - amount - soft, 1.0 - amount + soft, n);
}
/**
 * @param own the place in the frame of the mesh
 * @param there how much of the surface is there
 * @param slope of its relief, in the frame of the mesh
 */
void patterned(int row, vec3 own, Standing how, bool isRelief, inout vec4 a, inout vec4 b, inout float there, out vec3 slope) {
  slope = vec3(0.0);
  vec4 held = SURFACE(row, 7);
  int last = int(held.x + held.y);
  float seen = 1.0;
  for (int i = int(held.x); i < last; i++) {
    if (isRegion(i)) {
      seen = seenBy(i, own, seen);
      i += cornerRows(i);
      continue;
    }
    float relief = isRelief ? PATTERN(i, 3).x : 0.0;
    float step_ = 0.02 * PATTERN(i, 0).w;
    float here = 0.0;
    vec3 rise = vec3(0.0);
    for (int k = 0; k < (relief == 0.0 ? 1 : 4); k++) {
      vec3 off = k == 0 ? vec3(0.0) : step_ * vec3(k == 1, k == 2, k == 3);
      float there_ = patternAt(i, own + off, how);
      if (k == 0) here = there_;
      else rise[k - 1] = there_ - here;
    }
    rise *= relief / step_;
    slope += rise * min(1.0, 1.5 / max(length(rise), 1e-6));
    vec4 tint = PATTERN(i, 1);
    vec4 drives = PATTERN(i, 2);
    vec3 colour = tint.rgb;
    float covers = here;
    if (int(PATTERN(i, 0).x) == ${PATTERN_NUMBER.picture}) {
      vec4 shown = pictureAt(i, inPattern(i, own));
      float is = PATTERN(i, 7).w;
      colour = mix(colour, shown.rgb / max(shown.a, 1e-4), is);
      covers = mix(here, shown.a, is);
    }
    a.rgb = mix(a.rgb, colour, tint.w * covers);
    a.w = clamp(a.w + drives.x * here, 0.02, 1.0);
    b.x = clamp(b.x + drives.y * here, 0.0, 1.0);
    b.z += drives.z * here;
    there *= 1.0 - drives.w * here;
  }
  there *= seen;
}
bool hasPatterns(int row) { return SURFACE(row, 7).y > 0.0; }
float leftByPatterns(int row, vec3 own, float lean) {
  float left = 1.0;
  float seen = 1.0;
  vec4 held = SURFACE(row, 7);
  for (int i = int(held.x); i < int(held.x + held.y); i++) {
    if (isRegion(i)) {
      seen = seenBy(i, own, seen);
      i += cornerRows(i);
      continue;
    }
    float thins = PATTERN(i, 2).w;
    if (thins > 0.0) left *= 1.0 - thins * patternAt(i, own, Standing(lean, vec3(0.0, 0.0, 1.0), vec3(0.0, 0.0, 1.0)));
  }
  return left * seen;
}
`;

/** Patterns are long to compile: programs of what has none are made without them. */
export const PATTERN_GLSL = `${STANDING}#ifdef PATTERNS\n${DRAWN}#else\n${NONE}#endif\n`;
