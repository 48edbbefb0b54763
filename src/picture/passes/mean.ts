import type { Texture } from 'three';
import { FullscreenPass } from './fullscreen';

/** Mean of the sub-frames: linear scene light, premultiplied. */
export const meanPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D sum;
uniform float samples;
varying vec2 at;
void main() {
  vec4 mean = texture2D(sum, at) / samples;
  gl_FragColor = vec4(mean.rgb, clamp(mean.a, 0.0, 1.0));
}`,
    { sum: { value: null as Texture | null }, samples: { value: 1 } },
  );
