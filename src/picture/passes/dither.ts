import { Vector2, type Texture } from 'three';
import { FullscreenPass } from './fullscreen';
import { HASH_GLSL } from './hash-glsl';

/** Half a step of eight bits of fixed noise, so that dark gradients do not band. */
export const ditherPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
/** Pixels that were drawn beyond the frame. */
uniform vec2 margin;
${HASH_GLSL}
float noiseAt(vec2 p) { return float(hashed(uvec3(uvec2(p), 0u)) & 0xFFFFu) / 65535.0; }
void main() {
  vec4 shown = texelFetch(picture, ivec2(gl_FragCoord.xy) + ivec2(margin), 0);
  float noise = (noiseAt(gl_FragCoord.xy) - 0.5) / 255.0;
  gl_FragColor = vec4(clamp(shown.rgb + noise, 0.0, 1.0), shown.a);
}`,
    { picture: { value: null as Texture | null }, margin: { value: new Vector2() } },
  );
