import { COVER_GLSL, coverUniforms, setCode } from './cover';
import { passEffect, type StateOf } from './effect-drawer';

const barsUniforms = () => ({ ...coverUniforms(), aspect: { value: 1 } });
export const barsDrawer = () =>
  passEffect<StateOf<'bars'>, ReturnType<typeof barsUniforms>>(
    /* glsl */ `
${COVER_GLSL}
uniform float aspect;
void main() {
  vec2 p = abs(inFrame() - 0.5);
  // Bars end between pixels as smoothly as edges do.
  vec2 half_ = 0.5 * min(vec2(1.0), vec2(aspect / aspectOf(), aspectOf() / aspect));
  vec2 over = clamp((p - half_) * frameSize + 0.5, 0.0, 1.0) * step(half_, vec2(0.4999));
  gl_FragColor = coveredBy(texture2D(picture, at), opacity * max(over.x, over.y));
}`,
    barsUniforms(),
    (uniforms, { values, settings }) => {
      uniforms.aspect.value = Number(settings.aspect);
      setCode(uniforms.colour.value, values.colour);
      uniforms.opacity.value = values.opacity;
    },
  );
