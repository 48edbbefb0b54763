import { DataTexture, FloatType, NearestFilter, RGBAFormat } from 'three';
import { CURVE_SIZE, curvesTable } from '@/core/colour/tone-curves';
import { curvesIn } from '@/core/production/owners/effects/curves';
import { TABLE_CHANGE, TABLE_GLSL, tableUniforms } from './colour-table';
import { colourEffect, type StateOf } from './effect-drawer';

/** Curves are looked up as a table along a line. */
export const curvesDrawer = () => {
  const table = new DataTexture(new Float32Array(4 * CURVE_SIZE), CURVE_SIZE, 1, RGBAFormat, FloatType);
  table.minFilter = table.magFilter = NearestFilter;
  let known = '';
  const uniforms = tableUniforms();
  uniforms.points.value = table;
  uniforms.size.value = CURVE_SIZE;
  uniforms.high.value.set(1, 1, 1);
  const drawer = colourEffect<StateOf<'curves'>, typeof uniforms>(
    { space: 'display', functions: TABLE_GLSL, change: TABLE_CHANGE },
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
    dispose() {
      table.dispose();
      drawer.dispose();
    },
  };
};
