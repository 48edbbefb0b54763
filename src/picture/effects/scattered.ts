import type { Color, Texture, WebGLRenderer } from 'three';
import type { LinearColour } from '@/core/colour/transfer';
import { FullscreenPass, pixelTarget } from '../passes/fullscreen';

/** A picture that a pass looks up. */
export const texture = () => ({ value: null as Texture | null });

export const setTint = (into: Color, [red, green, blue]: LinearColour) => into.setRGB(red, green, blue);

/** A picture that is looked up anywhere: beyond it there is nothing. */
export const LOOK_AT_GLSL = /* glsl */ `
uniform sampler2D picture;
varying vec2 at;
vec4 lookAt(vec2 p) {
  vec2 inside = step(vec2(0.0), p) * step(p, vec2(1.0));
  return texture2D(picture, p) * inside.x * inside.y;
}
`;

/** What of a picture is brighter than something, and by how much. */
export class BrightParts {
  private readonly target = pixelTarget();
  private readonly pass = new FullscreenPass(
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

  draw(renderer: WebGLRenderer, from: Texture, threshold: number, { width, height }: { width: number; height: number }): Texture {
    this.target.setSize(width, height);
    this.pass.uniforms.picture.value = from;
    this.pass.uniforms.threshold.value = threshold;
    this.pass.draw(renderer, this.target);
    return this.target.texture;
  }

  dispose(): void {
    for (const each of [this.target, this.pass]) each.dispose();
  }
}

/** What comes of light that is scattered beyond what was there covers as much as it is bright. */
export const SCATTERED_GLSL = /* glsl */ `
float covered(float there, vec3 added) { return 1.0 - (1.0 - there) * (1.0 - clamp(max(added.r, max(added.g, added.b)), 0.0, 1.0)); }
`;
