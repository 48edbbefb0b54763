import { Color, Vector2 } from 'three';
import { FullscreenPass } from '../passes/fullscreen';
import { Blur } from './blur';
import type { EffectDrawer, StateOf } from './effect-drawer';
import { BrightParts, SCATTERED_GLSL, setTint, texture } from './scattered';

/** Curves that a glow is made of: how wide each is, as a share of how far it reaches, and how much of the light it has. */
const CURVES = [
  { name: 'near', wide: 0.04, share: 0.5 },
  { name: 'middle', wide: 0.13, share: 0.3 },
  { name: 'far', wide: 0.4, share: 0.2 },
] as const;

export function glowDrawer(): EffectDrawer<StateOf<'glow'>> {
  const bright = new BrightParts();
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
  vec3 spread = ${CURVES.map(({ name, share }, i) => `${share} * texture2D(${name}, at * scales[${i}]).rgb`).join(' + ')};
  vec3 added = strength * tint * spread;
  gl_FragColor = vec4(seen.rgb - strength * texture2D(bright, at).rgb + added, covered(seen.a, added));
}`,
    uniforms,
  );
  return {
    draw(renderer, { values, settings }, from, to, ground) {
      const source = bright.draw(renderer, from, values.threshold, ground, settings.takes !== 'all');
      blur.setSize(ground.width, ground.height);
      CURVES.forEach(({ name, wide }, i) => {
        const { texture: blurred, scale } = blur.draw(renderer, source, wide * values.size * ground.lines, name);
        uniforms[name].value = blurred;
        uniforms.scales.value[i]?.copy(scale);
      });
      uniforms.picture.value = from;
      uniforms.bright.value = source;
      uniforms.strength.value = values.strength;
      setTint(uniforms.tint.value, values.tint);
      mix.draw(renderer, to);
    },
    dispose: () => [bright, blur, mix].forEach((each) => each.dispose()),
  };
}
