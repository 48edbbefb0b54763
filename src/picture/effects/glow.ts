import { Color, Vector2 } from 'three';
import { FullscreenPass, pixelTarget } from '../passes/fullscreen';
import { Blur } from './blur';
import type { EffectDrawer, StateOf } from './effect-drawer';
import { brightPass, SCATTERED_GLSL, texture } from './scattered';

/** Curves that a glow is made of: how wide each is, as a share of how far it reaches, and how much of the light it has. */
export const GLOW_CURVES = [
  { wide: 0.04, share: 0.5 },
  { wide: 0.13, share: 0.3 },
  { wide: 0.4, share: 0.2 },
] as const;
const NAMES = ['near', 'middle', 'far'] as const;

export function glowDrawer(): EffectDrawer<StateOf<'glow'>> {
  const bright = brightPass();
  const source = pixelTarget();
  const blur = new Blur();
  const uniforms = {
    picture: texture(),
    bright: texture(),
    near: texture(),
    middle: texture(),
    far: texture(),
    scales: { value: [new Vector2(), new Vector2(), new Vector2()] },
    strength: { value: 0 },
    tint: { value: new Color() },
  };
  const mix = new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform sampler2D bright;
uniform sampler2D near;
uniform sampler2D middle;
uniform sampler2D far;
uniform vec2 scales[3];
uniform float strength;
uniform vec3 tint;
varying vec2 at;
${SCATTERED_GLSL}
void main() {
  vec4 seen = texture2D(picture, at);
  vec3 spread = ${NAMES.map((name, i) => `${GLOW_CURVES[i]?.share.toFixed(3)} * texture2D(${name}, at * scales[${i}]).rgb`).join(' + ')};
  vec3 added = strength * tint * spread;
  gl_FragColor = vec4(seen.rgb - strength * texture2D(bright, at).rgb + added, covered(seen.a, added));
}`,
    uniforms,
  );
  return {
    draw(renderer, { values }, from, to, { width, height, lines }) {
      source.setSize(width, height);
      blur.setSize(width, height);
      bright.uniforms.picture.value = from;
      bright.uniforms.threshold.value = values.threshold;
      bright.draw(renderer, source);
      GLOW_CURVES.forEach(({ wide }, i) => {
        const name = NAMES[i] as (typeof NAMES)[number];
        const { texture: blurred, scale } = blur.draw(renderer, source.texture, wide * values.size * lines, name);
        uniforms[name].value = blurred;
        uniforms.scales.value[i]?.copy(scale);
      });
      uniforms.picture.value = from;
      uniforms.bright.value = source.texture;
      uniforms.strength.value = values.strength;
      uniforms.tint.value.setRGB(...(values.tint as [number, number, number]));
      mix.draw(renderer, to);
    },
    dispose: () => [bright, source, blur, mix].forEach((each) => each.dispose()),
  };
}
