import { COVER_GLSL, coverUniforms, setCode } from './cover';
import { passEffect, type StateOf } from './effect-drawer';

const fadeUniforms = () => ({ ...coverUniforms(), fadesOut: { value: 0 } });
export const fadeDrawer = () =>
  passEffect<StateOf<'fade'>, ReturnType<typeof fadeUniforms>>(
    /* glsl */ `
${COVER_GLSL}
uniform float fadesOut;
void main() {
  vec4 seen = texture2D(picture, at);
  // Over transparency it fades out of sight, and not into a colour.
  gl_FragColor = fadesOut > 0.0 ? vec4(seen.rgb, seen.a * (1.0 - opacity)) : vec4(mix(seen.rgb, colour, opacity), seen.a);
}`,
    fadeUniforms(),
    (uniforms, { values }, { keepsAlpha }) => {
      uniforms.opacity.value = values.amount;
      uniforms.fadesOut.value = keepsAlpha ? 1 : 0;
      setCode(uniforms.colour.value, values.colour);
    },
  );
