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

/** Those points, on the unit disc. Worked out once: shares are summed a thousand times. */
const POINTS = Array.from({ length: STEPS ** 2 }, (_, k) => onDisc((Math.floor(k / STEPS) + 0.5) / STEPS, ((k % STEPS) + 0.5) / STEPS));

function onDisc(u: number, v: number): readonly [number, number] {
  return [Math.sqrt(u) * Math.cos(2 * Math.PI * v), Math.sqrt(u) * Math.sin(2 * Math.PI * v)];
}

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
  const facet = facetsSeenFrom(eye, a);
  const hidden = lambda(c, a);
  let [scale, bias] = [0, 0];
  for (const [p, q] of POINTS) {
    const half = facet(p, q);
    const met = eye[0] * half[0] + eye[2] * half[2];
    const out = 2 * met * half[2] - eye[2];
    if (out <= 0) continue;
    // Facets are drawn as they are seen: what is left is the share of them from which light gets away.
    const away = (1 + hidden) / (1 + hidden + lambda(out, a));
    const t = 1 - met;
    const rise = t * t * t * t * t;
    scale += away * (1 - rise);
    bias += away * rise;
  }
  return { scale: scale / STEPS ** 2, bias: bias / STEPS ** 2 };
}

type Direction = readonly [number, number, number];

/** A facet's normal, drawn as often as it is seen (E. Heitz, Sampling the GGX Distribution of Visible Normals, JCGT 7.4, 2018). */
export const visibleFacet = (eye: Direction, alpha: number, u: number, v: number): Direction => facetsSeenFrom(eye, alpha)(...onDisc(u, v));

/** Facets that are seen from a direction, each by a point of the unit disc. */
function facetsSeenFrom([x, y, z]: Direction, alpha: number): (p: number, across: number) => Direction {
  const length = Math.hypot(alpha * x, alpha * y, z);
  const [hx, hy, hz] = [(alpha * x) / length, (alpha * y) / length, z / length];
  const flat = Math.hypot(hx, hy);
  const [ax, ay] = flat > 1e-9 ? [-hy / flat, hx / flat] : [1, 0];
  // The other axis: h × a.
  const [bx, by, bz] = [-hz * ay, hz * ax, hx * ay - hy * ax];
  const s = (1 + hz) / 2;
  return (p, across) => {
    const q = (1 - s) * Math.sqrt(Math.max(0, 1 - p * p)) + s * across;
    const r = Math.sqrt(Math.max(0, 1 - p * p - q * q));
    const nx = alpha * (p * ax + q * bx + r * hx);
    const ny = alpha * (p * ay + q * by + r * hy);
    const nz = Math.max(1e-9, q * bz + r * hz);
    const n = Math.sqrt(nx * nx + ny * ny + nz * nz);
    return [nx / n, ny / n, nz / n];
  };
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
