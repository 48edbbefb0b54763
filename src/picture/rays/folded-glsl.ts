/** Unit vectors folded onto an octahedron (Q. Meyer and others, 2010): two numbers, each from -1 to 1. */
export const FOLDED_GLSL = /* glsl */ `
vec2 foldedOf(vec3 n) {
  vec2 e = n.xy / (abs(n.x) + abs(n.y) + abs(n.z));
  return n.z < 0.0 ? (1.0 - abs(e.yx)) * vec2(e.x < 0.0 ? -1.0 : 1.0, e.y < 0.0 ? -1.0 : 1.0) : e;
}
vec3 unfoldedFrom(vec2 e) {
  vec3 n = vec3(e, 1.0 - abs(e.x) - abs(e.y));
  if (n.z < 0.0) n.xy = (1.0 - abs(n.yx)) * vec2(n.x < 0.0 ? -1.0 : 1.0, n.y < 0.0 ? -1.0 : 1.0);
  return normalize(n);
}
`;

/** A turn in radians from -π to π and two shares in one number, by 10, 6 and 7 bits. */
export const PACKED_GLSL = /* glsl */ `
float packedOf(float turn, float first, float second) {
  return (floor((turn / 6.28318531 + 0.5) * 1023.0 + 0.5) * 64.0 + floor(first * 63.0 + 0.5)) * 128.0 + floor(second * 127.0 + 0.5);
}
vec3 unpackedFrom(float word) {
  float rest = floor(word / 128.0);
  float turn = floor(rest / 64.0);
  return vec3((turn / 1023.0 - 0.5) * 6.28318531, (rest - 64.0 * turn) / 63.0, (word - 128.0 * rest) / 127.0);
}
`;
