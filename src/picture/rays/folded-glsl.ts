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
