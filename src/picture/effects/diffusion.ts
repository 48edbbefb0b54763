import { Vector2 } from 'three';
import { FullscreenPass } from '../passes/fullscreen';
import { Blur } from './blur';
import type { EffectDrawer, StateOf } from './effect-drawer';
import { texture } from './scattered';

export function diffusionDrawer(): EffectDrawer<StateOf<'diffusion'>> {
  const blur = new Blur();
  const uniforms = { picture: texture(), spread: texture(), scale: { value: new Vector2() }, amount: { value: 0 } };
  const mix = new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform sampler2D spread;
uniform vec2 scale;
uniform float amount;
varying vec2 at;
void main() { gl_FragColor = mix(texture2D(picture, at), texture2D(spread, at * scale), amount); }`,
    uniforms,
  );
  return {
    draw(renderer, { values }, from, to, { width, height, lines }) {
      blur.setSize(width, height);
      const { texture: blurred, scale } = blur.draw(renderer, from, 0.4 * values.size * lines, 'spread');
      uniforms.spread.value = blurred;
      uniforms.scale.value.copy(scale);
      uniforms.picture.value = from;
      uniforms.amount.value = values.amount;
      mix.draw(renderer, to);
    },
    dispose: () => [blur, mix].forEach((each) => each.dispose()),
  };
}
