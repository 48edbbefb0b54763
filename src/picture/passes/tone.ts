import type { Texture } from 'three';
import { DISPLAY_GLSL } from '@/core/colour/display';
import { FullscreenPass } from './fullscreen';

/** Exposure, display transform, sRGB. What comes in is premultiplied, what goes out is straight. */
export const tonePass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform float exposure;
uniform float knee;
uniform float curve;
varying vec2 at;
${DISPLAY_GLSL}
vec3 encode(vec3 v) {
  return mix(v * 12.92, 1.055 * pow(max(v, vec3(1e-6)), vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v));
}
void main() {
  vec4 scene = texture2D(picture, at);
  vec3 straight = scene.a > 0.0 ? scene.rgb / scene.a : vec3(0.0);
  gl_FragColor = vec4(encode(displayColour(straight * exposure, knee, curve)), scene.a);
}`,
    { picture: { value: null as Texture | null }, exposure: { value: 1 }, knee: { value: 0.5 }, curve: { value: 0 } },
  );
