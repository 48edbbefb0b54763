import { Color, Vector2, type WebGLRenderTarget } from 'three';
import { radians } from '@/core/space/angle';
import { FullscreenPass, pixelTarget } from '../passes/fullscreen';
import type { EffectDrawer, StateOf } from './effect-drawer';
import { BrightParts, LOOK_AT_GLSL, SCATTERED_GLSL, setTint, texture } from './scattered';

/** Looks along a line, each as far apart again as those before: 4 looks, then 4 of those, and so on. */
const LOOKS = 4;
const ROUNDS = 4;

export function streaksDrawer(): EffectDrawer<StateOf<'streaks'>> {
  const bright = new BrightParts();
  const turns = [pixelTarget(), pixelTarget()] as const;
  const along = new FullscreenPass(
    /* glsl */ `
${LOOK_AT_GLSL}
uniform vec2 way;
uniform float fall;
void main() {
  vec3 sum = vec3(0.0);
  float total = 0.0;
  for (int i = 0; i < ${LOOKS}; i++) {
    float w = exp(-fall * float(i));
    sum += w * lookAt(at - float(i) * way).rgb;
    total += w;
  }
  gl_FragColor = vec4(sum / total, 0.0);
}`,
    { picture: texture(), way: { value: new Vector2() }, fall: { value: 0 } },
  );
  const uniforms = { picture: texture(), streak: texture(), strength: { value: 0 }, tint: { value: new Color() } };
  const add = new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform sampler2D streak;
uniform float strength;
uniform vec3 tint;
varying vec2 at;
${SCATTERED_GLSL}
void main() {
  vec4 seen = texture2D(picture, at);
  vec3 added = strength * tint * texture2D(streak, at).rgb;
  gl_FragColor = vec4(seen.rgb + added, covered(seen.a, added));
}`,
    uniforms,
  );
  const sums = [pixelTarget(), pixelTarget()] as const;
  return {
    draw(renderer, { values, settings }, from, to, ground) {
      const { width, height, lines } = ground;
      for (const each of [...turns, ...sums]) each.setSize(width, height);
      const source = bright.draw(renderer, from, values.threshold, ground);
      uniforms.strength.value = values.strength;
      setTint(uniforms.tint.value, values.tint);
      const reach = values.length * lines;
      // At its end a streak has a hundredth of its light.
      const step = reach / LOOKS ** ROUNDS;
      let picture = from;
      const ways = 2 * settings.count;
      for (let k = 0; k < ways; k++) {
        const turn = radians(values.angle) + (2 * Math.PI * k) / ways;
        let now = source;
        for (let round = 0; round < ROUNDS; round++) {
          const target = turns[round % 2] as WebGLRenderTarget;
          const apart = step * LOOKS ** round;
          along.uniforms.picture.value = now;
          along.uniforms.way.value.set((Math.cos(turn) * apart) / width, (Math.sin(turn) * apart) / height);
          along.uniforms.fall.value = (Math.log(100) * apart) / reach;
          along.draw(renderer, target);
          now = target.texture;
        }
        const into = k === ways - 1 ? to : (sums[k % 2] as WebGLRenderTarget);
        uniforms.picture.value = picture;
        uniforms.streak.value = now;
        add.draw(renderer, into);
        picture = into.texture;
      }
    },
    dispose: () => [bright, along, add, ...turns, ...sums].forEach((each) => each.dispose()),
  };
}
