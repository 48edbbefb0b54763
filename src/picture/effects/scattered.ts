import type { Texture } from 'three';
import { FullscreenPass } from '../passes/fullscreen';

/** A picture that a pass looks up. */
export const texture = () => ({ value: null as Texture | null });

/** What of a picture is brighter than something, and by how much. */
export const brightPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform float threshold;
varying vec2 at;
void main() {
  vec4 seen = texture2D(picture, at);
  float peak = max(seen.r, max(seen.g, seen.b));
  gl_FragColor = vec4(seen.rgb * max(0.0, peak - threshold) / max(peak, 1e-6), 0.0);
}`,
    { picture: texture(), threshold: { value: 1 } },
  );

/** What comes of light that is scattered beyond what was there covers as much as it is bright. */
export const SCATTERED_GLSL = /* glsl */ `
float covered(float there, vec3 added) { return 1.0 - (1.0 - there) * (1.0 - clamp(max(added.r, max(added.g, added.b)), 0.0, 1.0)); }
`;
