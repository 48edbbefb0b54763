import { Vector2 } from 'three';
import { radians } from '@/core/space/angle';
import { BETWEEN_GLSL } from './between-glsl';
import { passEffect, type StateOf } from './effect-drawer';

/** Looks along a smear. */
const SMEARED = 48;
const smearUniforms = () => ({ way: { value: new Vector2() } });

export const smearDrawer = () =>
  passEffect<StateOf<'smear'>, ReturnType<typeof smearUniforms>>(
    /* glsl */ `
uniform vec2 way;
${BETWEEN_GLSL}
void main() {
  vec4 sum = vec4(0.0);
  for (int i = 0; i < ${SMEARED}; i++) sum += linearAt(gl_FragCoord.xy + ((float(i) + 0.5) / ${SMEARED}.0 - 0.5) * way);
  gl_FragColor = sum / ${SMEARED}.0;
}`,
    smearUniforms(),
    ({ way }, { values }, { lines }) => {
      const turn = radians(values.angle);
      way.value.set(values.length * lines * Math.cos(turn), values.length * lines * Math.sin(turn));
    },
  );
