/** Of a plain picture: what a level mirror shows, and what is seen through clear things, each looked up in a picture drawn before. */

/** Looks into the mirror from each pixel and sub-frame. */
const LOOKS = 3;

export const MIRRORED_GLSL = /* glsl */ `
/** From a place in the world into the frame. */
uniform mat4 toFrame;
/** The scene as it is mirrored, left and right changed; how far from the eye each point of it is can be told from its depth. */
uniform sampler2D mirrorPicture;
uniform sampler2D mirrorDepth;
uniform mat4 fromMirror;

/** How far behind the mirror something is seen at a place in the frame; below 0 where nothing is. */
float mirroredBehind(vec2 at, float toMirror) {
  float depth = texture(mirrorDepth, at).x;
  if (depth >= 1.0) return -1.0;
  vec4 p = fromMirror * vec4(vec3(at, depth) * 2.0 - 1.0, 1.0);
  return max(length(p.xyz / p.w) - toMirror, 0.0);
}
vec2 inFrame(vec3 place) {
  vec4 p = toFrame * vec4(place, 1.0);
  return 0.5 + 0.5 * p.xy / p.w;
}
/** What a level surface mirrors of the scene: premultiplied by how far anything is mirrored. Blurred the more, the farther it is off. */
vec4 mirroredIn(Surface s, vec3 n, vec3 v, vec3 place) {
  vec2 at = inFrame(place);
  float toMirror = length(cameraPosition - place);
  float behind = mirroredBehind(vec2(1.0 - at.x, at.y), toMirror);
  if (s.alpha < 0.002) return texture(mirrorPicture, vec2(1.0 - at.x, at.y));
  // Where nothing is mirrored, what is near may reach in by its blur.
  if (behind < 0.0) behind = toMirror * 0.35;
  vec4 sum = vec4(0.0);
  for (int i = 0; i < ${LOOKS}; i++) {
    vec2 u = vec2((float(i) + chance(33u)) / float(${LOOKS}), fract(chance(34u) + float(i) * 0.618034));
    vec3 r = reflect(-v, facetAbout(n, s.x, s.y, v, s.alphas, u));
    float up = dot(r, n);
    if (up <= 0.0) continue;
    vec2 to = inFrame(place + (r - 2.0 * up * n) * behind);
    sum += texture(mirrorPicture, vec2(1.0 - to.x, to.y));
  }
  return sum / float(${LOOKS});
}
`;

export const BEHIND_GLSL = /* glsl */ `
/** All that is not clear, as it is seen; none in a mirror. */
uniform sampler2D behindPicture;
uniform float hasBehind;

/** What is seen through a clear body that is taken for a slab whose far side faces the eye: premultiplied. */
vec4 behindOf(Surface s, vec3 n, vec3 v, vec3 place, float thickness) {
  vec3 h = s.alpha < 0.002 ? n : facetAbout(n, s.x, s.y, v, s.alphas, vec2(chance(35u), chance(36u)));
  vec3 within = refract(-v, h, 1.0 / s.bent);
  vec3 on = refract(within, v, s.bent);
  if (on == vec3(0.0)) on = within;
  vec4 p = toFrame * vec4(on, 0.0);
  bool isFramed = p.w > 0.0 && max(abs(p.x), abs(p.y)) < p.w;
  vec4 dome = vec4(domeRadiance(on, 0.02), 1.0);
  if (hasBehind == 0.0) return dome;
  vec2 at = inFrame(place + within * thickness);
  vec4 behind = texture(behindPicture, at);
  return isFramed ? behind : behind + (1.0 - behind.a) * dome;
}
`;
