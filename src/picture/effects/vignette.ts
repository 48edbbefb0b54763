import { Vector3 } from 'three';
import { colourEffect, type StateOf } from './effect-drawer';

const vignetteUniforms = () => ({ stops: { value: 0 }, from: { value: 0 }, to: { value: 1 }, middle: { value: new Vector3() } });
export const vignetteDrawer = () =>
  colourEffect<StateOf<'vignette'>, ReturnType<typeof vignetteUniforms>>(
    {
      space: 'scene',
      functions: 'uniform float stops;\nuniform float from;\nuniform float to;\nuniform vec3 middle;',
      // Its corners are at 1; a circle is as high as the frame's diagonal is long.
      change: `vec2 p = 2.0 * inFrame() - 1.0 - middle.xy;
  vec2 wide = mix(vec2(1.0), vec2(aspectOf(), 1.0) * sqrt(2.0) / length(vec2(aspectOf(), 1.0)), middle.z);
  float away = smoothstep(from, to, length(p * wide) / sqrt(2.0));
  colour *= exp2(-stops * away);`,
    },
    vignetteUniforms(),
    (uniforms, { values }) => {
      uniforms.stops.value = values.stops;
      uniforms.from.value = values.size - values.soft;
      uniforms.to.value = values.size;
      uniforms.middle.value.set(values.x, values.y, values.round);
    },
  );
