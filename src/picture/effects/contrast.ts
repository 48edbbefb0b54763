import { CONTRASTED_GLSL } from '@/core/finish/grade';
import { colourEffect, type StateOf } from './effect-drawer';

export const contrastDrawer = () =>
  colourEffect<StateOf<'contrast'>, ReturnType<typeof contrastUniforms>>(
    {
      space: 'scene',
      functions: `${['exposed', 'steep', 'pivot', 'gamma', 'lift'].map((name) => `uniform float ${name};`).join('')}\n${CONTRASTED_GLSL}`,
      change: 'colour = contrasted(colour, exposed, steep, pivot, gamma, lift);',
    },
    contrastUniforms(),
    (uniforms, { values }) => {
      uniforms.exposed.value = 2 ** values.exposure;
      uniforms.steep.value = values.contrast;
      uniforms.pivot.value = values.pivot;
      uniforms.gamma.value = values.gamma;
      uniforms.lift.value = values.offset;
    },
  );
const contrastUniforms = () => ({
  exposed: { value: 1 },
  steep: { value: 1 },
  pivot: { value: 0.18 },
  gamma: { value: 1 },
  lift: { value: 0 },
});
