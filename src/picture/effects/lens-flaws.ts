import { Vector2, Vector4 } from 'three';
import { LENS_SOURCE_GLSL, lensFit, type LensMap } from '@/core/finish/lens-map';
import { BETWEEN_GLSL } from './between-glsl';
import { passEffect, type EffectGround, type StateOf } from './effect-drawer';

/** Looks over the colours of a fringe, and over the disc of a soft edge. */
const HUES = 8;
const DISC = 16;

const lensUniforms = () => ({
  map: { value: new Vector2() },
  bulge: { value: new Vector4() },
  fit: { value: 1 },
  soft: { value: 0 },
});

const mapOf = ({ values }: StateOf<'lens-flaws'>, aspect: number): LensMap => {
  // Told in shares of half the frame each way; the map knows half diagonals.
  const diagonal = Math.hypot(aspect, 1);
  return {
    bend: values.bend,
    bulge: values.bulge,
    bulgeX: (values.bulgeX * aspect) / diagonal,
    bulgeY: values.bulgeY / diagonal,
    bulgeSize: values.bulgeSize,
    fringe: values.fringe,
  };
};

export const lensFlawsDrawer = () =>
  passEffect<StateOf<'lens-flaws'>, ReturnType<typeof lensUniforms>>(
    /* glsl */ `
uniform vec2 map;
uniform vec4 bulge;
uniform float fit;
uniform float soft;
${LENS_SOURCE_GLSL}
${BETWEEN_GLSL}
vec2 pixelOf(vec2 place) { return frameAt + frameSize * 0.5 + place * 0.5 * length(frameSize); }
/** Soft towards the corners: the mean over a disc. */
vec4 seenFrom(vec2 place, float blur) {
  vec2 pixel = pixelOf(place);
  if (blur < 0.25) return linearAt(pixel);
  vec4 sum = vec4(0.0);
  for (int i = 0; i < ${DISC}; i++) {
    float r = blur * sqrt((float(i) + 0.5) / ${DISC}.0);
    float turn = 2.3999632 * float(i);
    sum += linearAt(pixel + r * vec2(cos(turn), sin(turn)));
  }
  return sum / ${DISC}.0;
}
void main() {
  vec2 place = (gl_FragCoord.xy - frameAt - 0.5 * frameSize) / (0.5 * length(frameSize));
  float blur = soft * dot(place, place) * frameSize.y;
  if (map.y == 0.0) {
    vec2 source = fit * lensSource(place, map, bulge, 0.0);
    gl_FragColor = blur < 0.25 ? cubicAt(pixelOf(source)) : seenFrom(source, blur);
    return;
  }
  vec4 sum = vec4(0.0);
  vec3 total = vec3(0.0);
  for (int i = 0; i < ${HUES}; i++) {
    float hue = (2.0 * float(i) + 1.0) / ${HUES}.0 - 1.0;
    vec3 share = max(vec3(0.0), vec3(hue, 1.0 - abs(2.0 * hue), -hue));
    vec4 seen = seenFrom(fit * lensSource(place, map, bulge, hue), blur);
    sum += vec4(seen.rgb * share, seen.a / ${HUES}.0);
    total += share;
  }
  gl_FragColor = vec4(sum.rgb / total, sum.a);
}`,
    lensUniforms(),
    (uniforms, state, { width, height, margin: [mx, my] }: EffectGround) => {
      const aspect = (width - 2 * mx) / (height - 2 * my);
      const map = mapOf(state, aspect);
      uniforms.map.value.set(map.bend, map.fringe);
      uniforms.bulge.value.set(map.bulge, map.bulgeX, map.bulgeY, map.bulgeSize);
      uniforms.fit.value = lensFit(map, aspect);
      uniforms.soft.value = state.values.soft;
    },
  );
