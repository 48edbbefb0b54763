import { Vector3 } from 'three';
import { BALANCED_GLSL } from '@/core/finish/grade';
import { colourEffect, type StateOf } from './effect-drawer';

export const balanceDrawer = () =>
  colourEffect<StateOf<'balance'>, ReturnType<typeof balanceUniforms>>(
    {
      space: 'scene',
      functions: `uniform vec3 slope;\nuniform vec3 lift;\nuniform vec3 mids;\nuniform float saturation;\n${BALANCED_GLSL}`,
      change: 'colour = balanced(colour, slope, lift, mids, saturation);',
    },
    balanceUniforms(),
    ({ slope, lift, mids, saturation }, { values }) => {
      slope.value.set(values.slopeRed, values.slopeGreen, values.slopeBlue);
      lift.value.set(values.offsetRed, values.offsetGreen, values.offsetBlue);
      mids.value.set(values.powerRed, values.powerGreen, values.powerBlue);
      saturation.value = values.saturation;
    },
  );
const balanceUniforms = () => ({
  slope: { value: new Vector3() },
  lift: { value: new Vector3() },
  mids: { value: new Vector3() },
  saturation: { value: 1 },
});
