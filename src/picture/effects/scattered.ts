import type { Color, Texture, WebGLRenderer } from 'three';
import type { LinearColour } from '@/core/colour/transfer';
import { FullscreenPass, pixelTarget } from '../passes/fullscreen';
import type { CoverSum } from '../passes/mark-covers';
import type { EffectGround } from './effect-drawer';

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

/** How much of a pixel is covered by the marks that an effect goes by, 0..1. */
export const COVER_SHARE_GLSL = /* glsl */ `
uniform sampler2D cover;
uniform float coverCount;
float coverAt(vec2 p) { return texture2D(cover, p).a / coverCount; }
`;
export const coverShareUniforms = () => ({ cover: texture(), coverCount: { value: 1 } });
export function setCover({ cover, coverCount }: ReturnType<typeof coverShareUniforms>, sum: CoverSum | null): void {
  cover.value = sum?.texture ?? null;
  coverCount.value = sum?.count ?? 1;
}

/** What of a picture is brighter than something, and by how much. */
export class BrightParts {
  private readonly target = pixelTarget();
  private readonly pass = new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform float threshold;
uniform float isCovered;
varying vec2 at;
${COVER_SHARE_GLSL}
void main() {
  vec4 seen = texture2D(picture, at);
  float peak = max(seen.r, max(seen.g, seen.b));
  float share = isCovered > 0.0 ? coverAt(at) : 1.0;
  gl_FragColor = vec4(share * seen.rgb * max(0.0, peak - threshold) / max(peak, 1e-6), 0.0);
}`,
    { picture: texture(), threshold: { value: 1 }, isCovered: { value: 0 }, ...coverShareUniforms() },
  );

  /** @param isCovered only of marks that it goes by */
  draw(renderer: WebGLRenderer, from: Texture, threshold: number, { width, height, cover }: EffectGround, isCovered = false): Texture {
    const { uniforms } = this.pass;
    this.target.setSize(width, height);
    uniforms.picture.value = from;
    uniforms.threshold.value = threshold;
    uniforms.isCovered.value = isCovered ? 1 : 0;
    setCover(uniforms, cover);
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
