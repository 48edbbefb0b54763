import { DataTexture, FloatType, NearestFilter, RGBAFormat, type Texture } from 'three';
import { CURVE_SIZE, curvesTable } from '@/core/colour/tone-curves';
import { curvesIn } from '@/core/production/owners/effects/curves';
import { colourEffect, type StateOf } from './effect-drawer';

/** Cards need not mix numbers of 32 bits, so neighbours are mixed here. */
const FUNCTIONS = /* glsl */ `
uniform highp sampler2D curves;
float curved(float code, int channel) {
  float place = clamp(code, 0.0, 1.0) * float(${CURVE_SIZE - 1});
  int i = min(int(floor(place)), ${CURVE_SIZE - 2});
  return mix(texelFetch(curves, ivec2(i, 0), 0)[channel], texelFetch(curves, ivec2(i + 1, 0), 0)[channel], place - float(i));
}`;

export const curvesDrawer = () => {
  const table = new DataTexture(new Float32Array(4 * CURVE_SIZE), CURVE_SIZE, 1, RGBAFormat, FloatType);
  table.minFilter = table.magFilter = NearestFilter;
  let known = '';
  const uniforms = { curves: { value: table as Texture } };
  const drawer = colourEffect<StateOf<'curves'>, typeof uniforms>(
    { space: 'display', functions: FUNCTIONS, change: 'colour = vec3(curved(colour.r, 0), curved(colour.g, 1), curved(colour.b, 2));' },
    uniforms,
    (_own, { values }) => {
      const curves = curvesIn(values);
      const now = JSON.stringify(curves);
      if (now === known) return;
      known = now;
      (table.image.data as Float32Array).set(curvesTable(curves));
      table.needsUpdate = true;
    },
  );
  return {
    ...drawer,
    dispose: () => {
      drawer.dispose();
      table.dispose();
    },
  };
};
