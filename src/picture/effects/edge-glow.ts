import { Color, Vector2 } from 'three';
import { FullscreenPass } from '../passes/fullscreen';
import { Blur } from './blur';
import type { EffectDrawer, StateOf } from './effect-drawer';
import { COVER_SHARE_GLSL, coverShareUniforms, SCATTERED_GLSL, setCover, setTint, texture } from './scattered';

/** Curves by which it falls off: how wide each is, as a share of how far it reaches. */
const CURVES = [
  { name: 'near', wide: 0.06 },
  { name: 'far', wide: 0.4 },
] as const;

export function edgeGlowDrawer(): EffectDrawer<StateOf<'edge-glow'>> {
  const blur = new Blur();
  const uniforms = {
    picture: texture(),
    near: texture(),
    far: texture(),
    scales: { value: [new Vector2(), new Vector2()] },
    strength: { value: 0 },
    inward: { value: 0 },
    tint: { value: new Color() },
    ...coverShareUniforms(),
  };
  const mix = new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform sampler2D near;
uniform sampler2D far;
uniform vec2 scales[2];
uniform float strength;
uniform float inward;
uniform vec3 tint;
varying vec2 at;
${SCATTERED_GLSL}
${COVER_SHARE_GLSL}
void main() {
  vec4 seen = texture2D(picture, at);
  float there = coverAt(at);
  float spread = 0.5 * (texture2D(near, at * scales[0]).a + texture2D(far, at * scales[1]).a) / coverCount;
  // On a straight edge half of what is spread comes from beyond it: there it is as strong as is asked for.
  vec3 added = 2.0 * strength * tint * ((1.0 - there) * spread + inward * there * max(0.0, 1.0 - spread));
  gl_FragColor = vec4(seen.rgb + added, covered(seen.a, added));
}`,
    uniforms,
  );
  return {
    draw(renderer, { values }, from, to, ground) {
      uniforms.picture.value = from;
      setCover(uniforms, ground.cover);
      blur.setSize(ground.width, ground.height);
      if (ground.cover) {
        for (const [i, { name, wide }] of CURVES.entries()) {
          const { texture: blurred, scale } = blur.draw(renderer, ground.cover.texture, wide * values.size * ground.lines, name);
          uniforms[name].value = blurred;
          uniforms.scales.value[i]?.copy(scale);
        }
      }
      // Where nothing of the marks is seen nothing has an edge.
      uniforms.strength.value = ground.cover ? values.strength : 0;
      uniforms.inward.value = values.inward;
      setTint(uniforms.tint.value, values.tint);
      mix.draw(renderer, to);
    },
    dispose: () => [blur, mix].forEach((each) => each.dispose()),
  };
}
