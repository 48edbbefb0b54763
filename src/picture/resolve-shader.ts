import { DISPLAY_GLSL } from '@/core/colour/display';

export const FULLSCREEN_VERTEX = /* glsl */ `
varying vec2 at;
void main() {
  at = uv;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}`;

/** Adds a sub-frame, as it is. Very bright points are held back so that one sample does not speckle the mean. */
export const ADD_FRAGMENT = /* glsl */ `
uniform sampler2D subFrame;
varying vec2 at;
void main() {
  gl_FragColor = min(texture2D(subFrame, at), vec4(64.0));
}`;

/**
 * Mean of the sub-frames -> exposure -> over the ground -> display transform -> sRGB, with half a step of
 * fixed noise so that dark gradients do not band. With `keepAlpha` the ground is left out and the colour is straight.
 */
export const RESOLVE_FRAGMENT = /* glsl */ `
uniform sampler2D sum;
uniform float samples;
uniform float exposure;
uniform float knee;
uniform vec3 ground;
uniform float falloff;
uniform bool keepAlpha;
uniform float aspect;
varying vec2 at;
${DISPLAY_GLSL}
vec3 encode(vec3 v) {
  return mix(v * 12.92, 1.055 * pow(max(v, vec3(1e-6)), vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v));
}
float noiseAt(vec2 p) {
  uvec2 q = uvec2(p);
  uint h = q.x * 0x9E3779B1u ^ (q.y * 0x85EBCA77u);
  h = (h ^ (h >> 15)) * 0x2C1B3C6Du;
  h = (h ^ (h >> 12)) * 0x297A2D39u;
  return float((h ^ (h >> 15)) & 0xFFFFu) / 65535.0;
}
void main() {
  vec4 mean = texture2D(sum, at) / samples;
  float alpha = clamp(mean.a, 0.0, 1.0);
  vec3 scene;
  if (keepAlpha) {
    scene = alpha > 0.0 ? mean.rgb / alpha : vec3(0.0);
  } else {
    vec2 p = (at - vec2(0.5, 0.42)) * vec2(aspect, 1.0) / max(1.0, aspect);
    float away = smoothstep(0.05, 0.75, length(p * vec2(1.0, 1.25)));
    scene = mean.rgb + (1.0 - alpha) * ground * mix(1.0, 1.0 - falloff, away);
    alpha = 1.0;
  }
  vec3 shown = encode(displayColour(scene * exposure, knee));
  float noise = (noiseAt(gl_FragCoord.xy) - 0.5) / 255.0;
  gl_FragColor = vec4(clamp(shown + noise, 0.0, 1.0), alpha);
}`;
