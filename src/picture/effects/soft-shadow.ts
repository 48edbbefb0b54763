import { Color, Vector2 } from 'three';
import { FullscreenPass } from '../passes/fullscreen';
import { Blur } from './blur';
import type { EffectDrawer, StateOf } from './effect-drawer';
import { COVER_SHARE_GLSL, coverShareUniforms, setCover, setTint, texture } from './scattered';

export function softShadowDrawer(): EffectDrawer<StateOf<'soft-shadow'>> {
  const blur = new Blur();
  const uniforms = {
    picture: texture(),
    shade: texture(),
    scale: { value: new Vector2() },
    away: { value: new Vector2() },
    opacity: { value: 0 },
    colour: { value: new Color() },
    ...coverShareUniforms(),
  };
  const mix = new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform sampler2D shade;
uniform vec2 scale;
uniform vec2 away;
uniform float opacity;
uniform vec3 colour;
varying vec2 at;
${COVER_SHARE_GLSL}
void main() {
  vec4 seen = texture2D(picture, at);
  vec2 from = at - away;
  vec2 inside = step(vec2(0.0), from) * step(from, vec2(1.0));
  float share = opacity * (1.0 - coverAt(at)) * inside.x * inside.y * min(1.0, texture2D(shade, from * scale).a / coverCount);
  gl_FragColor = vec4(mix(seen.rgb, colour, share), mix(seen.a, 1.0, share));
}`,
    uniforms,
  );
  return {
    draw(renderer, { values }, from, to, { width, height, lines, cover }) {
      uniforms.picture.value = from;
      setCover(uniforms, cover);
      if (cover) {
        blur.setSize(width, height);
        // As wide as is asked for where it has all but ended.
        const { texture: blurred, scale } = blur.draw(renderer, cover.texture, 0.4 * values.size * lines, 'shade');
        uniforms.shade.value = blurred;
        uniforms.scale.value.copy(scale);
      }
      uniforms.away.value.set((values.across * lines) / width, (values.up * lines) / height);
      uniforms.opacity.value = cover ? values.opacity : 0;
      setTint(uniforms.colour.value, values.colour);
      mix.draw(renderer, to);
    },
    dispose: () => [blur, mix].forEach((each) => each.dispose()),
  };
}
