import { DataTexture, FloatType, NearestFilter, RGBAFormat, Vector3, type Texture } from 'three';
import type { CubeLut } from '@/core/finish/cube-lut';
import { unpackTable } from '@/core/finish/packed-table';
import { colourEffect, type StateOf } from './effect-drawer';

/** Points lie in rows of so many: cards know longer tables only as pictures. */
const ROW = 1024;

/** The points of a table as a picture. */
function pointsTexture({ table }: CubeLut): DataTexture {
  const count = table.length / 3;
  const rows = Math.ceil(count / ROW);
  const texels = new Float32Array(4 * ROW * rows);
  for (let i = 0; i < count; i++) texels.set(table.subarray(3 * i, 3 * i + 3), 4 * i);
  const texture = new DataTexture(texels, ROW, rows, RGBAFormat, FloatType);
  texture.minFilter = texture.magFilter = NearestFilter;
  texture.needsUpdate = true;
  return texture;
}

/** The same as `throughCube`: along a line in 1D, within a tetrahedron in 3D. */
export const TABLE_GLSL = /* glsl */ `
uniform highp sampler2D points;
uniform int size;
uniform float is3d;
uniform vec3 low;
uniform vec3 high;
uniform float amount;
vec3 pointAt(int i) { return texelFetch(points, ivec2(i % ${ROW}, i / ${ROW}), 0).rgb; }
vec3 cornerAt(ivec3 c) { return pointAt((c.z * size + c.y) * size + c.x); }
ivec3 axis(bool isRed, bool isGreen) { return isRed ? ivec3(1, 0, 0) : isGreen ? ivec3(0, 1, 0) : ivec3(0, 0, 1); }
vec3 tabled(vec3 colour) {
  vec3 place = (clamp(colour, low, high) - low) / (high - low) * float(size - 1);
  ivec3 cell = min(ivec3(floor(place)), size - 2);
  vec3 share = place - vec3(cell);
  if (is3d == 0.0) {
    vec3 a = vec3(pointAt(cell.x).r, pointAt(cell.y).g, pointAt(cell.z).b);
    vec3 b = vec3(pointAt(cell.x + 1).r, pointAt(cell.y + 1).g, pointAt(cell.z + 1).b);
    return mix(a, b, share);
  }
  // From the near corner to the far one, each step along the axis of the largest share that is left.
  ivec3 first = axis(share.x >= share.y && share.x >= share.z, share.y >= share.z);
  ivec3 last = axis(share.x < share.y && share.x < share.z, share.y < share.z);
  ivec3 second = ivec3(1) - first - last;
  vec3 weights = vec3(dot(share, vec3(first)), dot(share, vec3(second)), dot(share, vec3(last)));
  vec3 a = cornerAt(cell);
  vec3 b = cornerAt(cell + first);
  vec3 c = cornerAt(cell + first + second);
  vec3 d = cornerAt(cell + 1);
  return a + weights.x * (b - a) + weights.y * (c - b) + weights.z * (d - c);
}`;

export const TABLE_CHANGE = 'colour = mix(colour, tabled(colour), amount);';

/** What a table is looked up by. */
export const tableUniforms = () => ({
  points: { value: null as Texture | null },
  size: { value: 2 },
  is3d: { value: 0 },
  low: { value: new Vector3() },
  high: { value: new Vector3() },
  amount: { value: 1 },
});

export const colourTableDrawer = () => {
  let known: { packed: unknown; table: CubeLut; texture: DataTexture } | null = null;
  const uniforms = tableUniforms();
  const drawer = colourEffect<StateOf<'colour-table'>, typeof uniforms>(
    { space: 'display', functions: TABLE_GLSL, change: TABLE_CHANGE },
    uniforms,
    (own, { values, settings }) => {
      const packed = settings.table;
      if (!packed) return;
      if (known?.packed !== packed) {
        known?.texture.dispose();
        const table = unpackTable(packed);
        known = { packed, table, texture: pointsTexture(table) };
      }
      const { table, texture } = known;
      own.points.value = texture;
      own.size.value = table.size;
      own.is3d.value = table.is3d ? 1 : 0;
      own.low.value.set(...table.min);
      own.high.value.set(...table.max);
      own.amount.value = values.amount;
    },
  );
  return {
    ...drawer,
    dispose() {
      known?.texture.dispose();
      drawer.dispose();
    },
  };
};
