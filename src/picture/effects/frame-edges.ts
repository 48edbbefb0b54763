import { COVER_GLSL, coverUniforms, setCode } from './cover';
import { passEffect, type StateOf } from './effect-drawer';

const edgesUniforms = () => ({ ...coverUniforms(), width: { value: 0 }, corner: { value: 0 }, soft: { value: 0 } });
export const frameEdgesDrawer = () =>
  passEffect<StateOf<'frame-edges'>, ReturnType<typeof edgesUniforms>>(
    /* glsl */ `
${COVER_GLSL}
uniform float width;
uniform float corner;
uniform float soft;
void main() {
  // In heights of the frame, from the inner border of the edge: below 0 within.
  vec2 half_ = 0.5 * vec2(aspectOf(), 1.0) - width;
  float round_ = min(corner, min(half_.x, half_.y));
  vec2 d = abs((inFrame() - 0.5) * vec2(aspectOf(), 1.0)) - half_ + round_;
  float outside = length(max(d, 0.0)) + min(max(d.x, d.y), 0.0) - round_;
  float wide = max(soft, 1.0 / frameSize.y);
  gl_FragColor = coveredBy(texture2D(picture, at), opacity * smoothstep(-0.5 * wide, 0.5 * wide, outside));
}`,
    edgesUniforms(),
    (uniforms, { values }) => {
      uniforms.width.value = values.width;
      uniforms.corner.value = values.corner;
      uniforms.soft.value = values.soft;
      setCode(uniforms.colour.value, values.colour);
      uniforms.opacity.value = values.opacity;
    },
  );
