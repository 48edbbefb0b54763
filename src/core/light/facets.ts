/**
 * Rough surfaces as many small mirrors: GGX (B. Walter and others, 2007) with Smith's shadowing, height-correlated (E. Heitz, 2014).
 * `alpha` is the square of the roughness; cosines are to the surface's normal.
 */

/** Share of facets that are seen from one side, in Smith's model. */
const lambda = (cosine: number, alpha: number): number => {
  const tangent2 = 1 / (cosine * cosine) - 1;
  return (Math.sqrt(1 + alpha * alpha * tangent2) - 1) / 2;
};

/** Points of each dimension over which a share is summed. */
const STEPS = 32;

/**
 * What of light from everywhere a rough surface sends to the eye: `scale`·F0 + `bias`, with F0 the reflectance at normal incidence and
 * Schlick's rise (split in this way by B. Karis, 2013). Both together are what a perfect mirror's facets send after one bounce; the rest
 * is lost between them.
 * @param cosine of the eye's direction, 0..1
 */
export function facetShare(cosine: number, alpha: number): { scale: number; bias: number } {
  const c = Math.max(cosine, 1e-3);
  const a = Math.max(alpha, 1e-4);
  const eye = [Math.sqrt(1 - c * c), 0, c] as const;
  const hidden = lambda(c, a);
  let [scale, bias] = [0, 0];
  for (let i = 0; i < STEPS; i++) {
    for (let j = 0; j < STEPS; j++) {
      const half = visibleFacet(eye, a, (i + 0.5) / STEPS, (j + 0.5) / STEPS);
      const met = eye[0] * half[0] + eye[2] * half[2];
      const out = 2 * met * half[2] - eye[2];
      if (out <= 0) continue;
      // Facets are drawn as they are seen: what is left is the share of them from which light gets away.
      const away = (1 + hidden) / (1 + hidden + lambda(out, a));
      const rise = (1 - met) ** 5;
      scale += away * (1 - rise);
      bias += away * rise;
    }
  }
  return { scale: scale / STEPS ** 2, bias: bias / STEPS ** 2 };
}

type Direction = readonly [number, number, number];

/** A facet's normal, drawn as often as it is seen (E. Heitz, Sampling the GGX Distribution of Visible Normals, JCGT 7.4, 2018). */
export function visibleFacet([x, y, z]: Direction, alpha: number, u: number, v: number): Direction {
  const length = Math.hypot(alpha * x, alpha * y, z);
  const [hx, hy, hz] = [(alpha * x) / length, (alpha * y) / length, z / length];
  const flat = Math.hypot(hx, hy);
  const [ax, ay] = flat > 1e-9 ? [-hy / flat, hx / flat] : [1, 0];
  // The other axis: h × a.
  const [bx, by, bz] = [-hz * ay, hz * ax, hx * ay - hy * ax];
  const radius = Math.sqrt(u);
  const p = radius * Math.cos(2 * Math.PI * v);
  const s = (1 + hz) / 2;
  const q = (1 - s) * Math.sqrt(Math.max(0, 1 - p * p)) + s * radius * Math.sin(2 * Math.PI * v);
  const r = Math.sqrt(Math.max(0, 1 - p * p - q * q));
  const [nx, ny, nz] = [alpha * (p * ax + q * bx + r * hx), alpha * (p * ay + q * by + r * hy), Math.max(1e-9, q * bz + r * hz)];
  const n = Math.hypot(nx, ny, nz);
  return [nx / n, ny / n, nz / n];
}

/**
 * The shares as a table: row by the root of alpha (the roughness), column by the cosine, both from 0 to 1 at the middles of cells.
 * @returns scale and bias in turn, size × size of them
 */
export function facetShares(size: number): Float32Array {
  const table = new Float32Array(2 * size * size);
  for (let row = 0; row < size; row++) {
    for (let column = 0; column < size; column++) {
      const roughness = (row + 0.5) / size;
      const { scale, bias } = facetShare((column + 0.5) / size, roughness * roughness);
      table.set([scale, bias], 2 * (row * size + column));
    }
  }
  return table;
}
