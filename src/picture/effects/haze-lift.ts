import { Color } from 'three';
import { colourEffect, type StateOf } from './effect-drawer';

const uniforms = () => ({ tint: { value: new Color() }, amount: { value: 0 } });

export const hazeLiftDrawer = () =>
  colourEffect<StateOf<'haze-lift'>, ReturnType<typeof uniforms>>(
    { space: 'scene', functions: 'uniform vec3 tint;\nuniform float amount;', change: 'colour += amount * tint;' },
    uniforms(),
    ({ tint, amount }, { values }) => {
      tint.value.setRGB(...(values.colour as [number, number, number]));
      amount.value = values.amount;
    },
  );
