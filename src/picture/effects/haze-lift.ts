import { Color } from 'three';
import { colourEffect, type StateOf } from './effect-drawer';
import { setTint } from './scattered';

const uniforms = () => ({ tint: { value: new Color() }, amount: { value: 0 } });

export const hazeLiftDrawer = () =>
  colourEffect<StateOf<'haze-lift'>, ReturnType<typeof uniforms>>(
    { space: 'scene', functions: 'uniform vec3 tint;\nuniform float amount;', change: 'colour += amount * tint;' },
    uniforms(),
    ({ tint, amount }, { values }) => {
      setTint(tint.value, values.colour);
      amount.value = values.amount;
    },
  );
