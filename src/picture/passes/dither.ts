import { Vector2, type Texture } from 'three';
import { FullscreenPass } from './fullscreen';

/** Half a step of eight bits of fixed noise, so that dark gradients do not band. */
export const ditherPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
/** Pixels that were drawn beyond the frame. */
uniform vec2 margin;
float noiseAt(vec2 p) {
  uvec2 q = uvec2(p);
  uint h = q.x * 0x9E3779B1u ^ (q.y * 0x85EBCA77u);
  h = (h ^ (h >> 15)) * 0x2C1B3C6Du;
  h = (h ^ (h >> 12)) * 0x297A2D39u;
  return float((h ^ (h >> 15)) & 0xFFFFu) / 65535.0;
}
void main() {
  vec4 shown = texelFetch(picture, ivec2(gl_FragCoord.xy) + ivec2(margin), 0);
  float noise = (noiseAt(gl_FragCoord.xy) - 0.5) / 255.0;
  gl_FragColor = vec4(clamp(shown.rgb + noise, 0.0, 1.0), shown.a);
}`,
    { picture: { value: null as Texture | null }, margin: { value: new Vector2() } },
  );
