import { Color } from 'three';
import { colourEffect, type StateOf } from './effect-drawer';
import { setTint } from './scattered';

const blacksUniforms = () => ({ tint: { value: new Color() }, amount: { value: 0 }, upTo: { value: 1 } });
export const blacksDrawer = () =>
  colourEffect<StateOf<'blacks'>, ReturnType<typeof blacksUniforms>>(
    {
      space: 'scene',
      functions: 'uniform vec3 tint;\nuniform float amount;\nuniform float upTo;',
      change: `float dark = clamp(1.0 - luma(colour) / upTo, 0.0, 1.0);
  colour += amount * dark * dark * tint;`,
    },
    blacksUniforms(),
    ({ tint, amount, upTo }, { values }) => {
      setTint(tint.value, values.colour);
      amount.value = values.amount;
      upTo.value = values.upTo;
    },
  );
