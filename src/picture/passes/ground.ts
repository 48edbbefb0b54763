import { Color, type Texture } from 'three';
import { FullscreenPass } from './fullscreen';

/** Puts the ground behind what is drawn: a colour that falls off toward the corners. */
export const groundPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform vec3 ground;
uniform float falloff;
uniform float aspect;
varying vec2 at;
void main() {
  vec4 mean = texture2D(picture, at);
  vec2 p = (at - vec2(0.5, 0.42)) * vec2(aspect, 1.0) / max(1.0, aspect);
  float away = smoothstep(0.05, 0.75, length(p * vec2(1.0, 1.25)));
  gl_FragColor = vec4(mean.rgb + (1.0 - mean.a) * ground * mix(1.0, 1.0 - falloff, away), 1.0);
}`,
    { picture: { value: null as Texture | null }, ground: { value: new Color() }, falloff: { value: 0 }, aspect: { value: 1 } },
  );
