import { Vector2, type Texture, type WebGLRenderer, type WebGLRenderTarget } from 'three';
import type { EffectState } from '@/core/frame/frame-state';
import type { EffectSpace } from '@/core/production/owners/effects/effect';
import type { Sights } from '../passes/light-sight';
import type { CoverSum } from '../passes/mark-covers';
import { FullscreenPass } from '../passes/fullscreen';

/** What an effect knows beside its values. */
export interface EffectGround {
  /** Pixels of the picture as it is drawn, with its margin. */
  width: number;
  height: number;
  /** Pixels of the frame's height. */
  lines: number;
  /** Pixels drawn beyond each side, and above and below. */
  margin: readonly [x: number, y: number];
  /** A number of the picture's own: another in each frame, the same each time. */
  seed: number;
  /** There is no ground: what is not there is seen through. */
  keepsAlpha: boolean;
  /** What is seen of the lights that shine into the lens; null where nothing asks for them. */
  sights: Sights | null;
  /** What the marks that it goes by cover; null for one of the whole picture, and where nothing of them is seen. */
  cover: CoverSum | null;
}

export type StateOf<K extends EffectState['kind']> = Extract<EffectState, { kind: K }>;

/**
 * What an effect does to a picture: it draws `from` changed into `to`. Those in scene light are given linear light, premultiplied; those of
 * the display sRGB code values, straight. Made once a painter, and asked only where it changes anything.
 */
export interface EffectDrawer<S extends EffectState = EffectState> {
  draw(renderer: WebGLRenderer, state: S, from: Texture, to: WebGLRenderTarget, ground: EffectGround): void;
  dispose(): void;
}

/** Uniforms that every effect has. */
const common = () => ({
  picture: { value: null as Texture | null },
  frameAt: { value: new Vector2() },
  frameSize: { value: new Vector2() },
  pictureSize: { value: new Vector2() },
});

/** The picture, and where in the frame a pixel is: 0 to 1 within it, beyond in the margin. */
const EFFECT_GLSL = /* glsl */ `
uniform sampler2D picture;
uniform vec2 frameAt;
uniform vec2 frameSize;
uniform vec2 pictureSize;
varying vec2 at;
vec2 inFrame() { return (gl_FragCoord.xy - frameAt) / frameSize; }
float aspectOf() { return frameSize.x / frameSize.y; }
float luma(vec3 colour) { return dot(colour, vec3(0.2126, 0.7152, 0.0722)); }
`;

type Uniforms = Record<string, { value: unknown }>;

/**
 * An effect that is one pass over the picture.
 * @param main the program's body after the common part
 * @param set puts the values of a state into the uniforms
 */
export function passEffect<S extends EffectState, U extends Uniforms>(
  main: string,
  own: U,
  set: (uniforms: U, state: S, ground: EffectGround) => void,
): EffectDrawer<S> {
  const uniforms = { ...common(), ...own };
  const pass = new FullscreenPass(`${EFFECT_GLSL}${main}`, uniforms);
  return {
    draw(renderer, state, from, to, ground) {
      uniforms.picture.value = from;
      placeFrame(uniforms, ground);
      set(uniforms, state, ground);
      pass.draw(renderer, to);
    },
    dispose: () => pass.dispose(),
  };
}

/** Says where the frame lies in the picture. */
function placeFrame(uniforms: ReturnType<typeof common>, { width, height, margin: [mx, my] }: EffectGround): void {
  uniforms.frameAt.value.set(mx, my);
  uniforms.frameSize.value.set(width - 2 * mx, height - 2 * my);
  uniforms.pictureSize.value.set(width, height);
}

/**
 * An effect that changes each colour by itself.
 * @param change GLSL that changes `colour`, a vec3 of straight colour
 */
export const colourEffect = <S extends EffectState, U extends Uniforms>(
  { space, functions = '', change }: { space: EffectSpace; functions?: string; change: string },
  own: U,
  set: (uniforms: U, state: S, ground: EffectGround) => void,
): EffectDrawer<S> =>
  passEffect(
    /* glsl */ `
${functions}
void main() {
  vec4 seen = texture2D(picture, at);
  // What is premultiplied is changed as the colour that it is.
  float there = ${space === 'scene' ? 'max(seen.a, 1e-6)' : '1.0'};
  vec3 colour = seen.rgb / there;
  ${change}
  gl_FragColor = vec4(colour * there, seen.a);
}`,
    own,
    set,
  );
