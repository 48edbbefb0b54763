/**
 * Slopes of a function that is known at the points of a plan: those of the parabola through each point that fits its neighbours best
 * (polynomial-preserving recovery: Z. Zhang and A. Naga, SIAM J. Sci. Comput. 26, 1192, 2005). Means of the triangles' own slopes waver
 * with the triangles; this is exact for parabolas, which a membrane over a strip or a disc is.
 * @returns x, y pairs
 */
export function recoveredSlopes(x: Float64Array, y: Float64Array, triangles: Int32Array, u: Float64Array): Float64Array {
  const near = neighbours(x.length, triangles);
  const slope = new Float64Array(2 * x.length);
  for (let i = 0; i < x.length; i++) {
    const patch = patchOf(near, i);
    const [sx, sy] = parabolaSlope(x, y, u, i, patch) ?? planeSlope(x, y, u, i, near[i] ?? []);
    slope[2 * i] = sx;
    slope[2 * i + 1] = sy;
  }
  return slope;
}

function neighbours(count: number, triangles: Int32Array): number[][] {
  const sets = Array.from({ length: count }, () => new Set<number>());
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [triangles[t + k] as number, triangles[t + ((k + 1) % 3)] as number];
      sets[a]?.add(b);
      sets[b]?.add(a);
    }
  return sets.map((set) => [...set]);
}

/** The points about one, and those about them. */
function patchOf(near: readonly number[][], i: number): number[] {
  const patch = new Set<number>();
  for (const first of near[i] ?? []) {
    patch.add(first);
    for (const second of near[first] ?? []) patch.add(second);
  }
  patch.delete(i);
  return [...patch];
}

/** Unknowns of a parabola through a point: both slopes, and the three second derivatives. */
const TERMS = 5;

/** Slope at a point of the parabola through it that fits its neighbours best, the nearer ones the more; null where they do not tell. */
function parabolaSlope(
  x: Float64Array,
  y: Float64Array,
  u: Float64Array,
  i: number,
  patch: readonly number[],
): readonly [number, number] | null {
  if (patch.length < TERMS + 1) return null;
  const [x0, y0, u0] = [x[i] as number, y[i] as number, u[i] as number];
  // In units of the patch's own size, so that the terms are alike.
  const size = Math.max(...patch.map((j) => Math.hypot((x[j] as number) - x0, (y[j] as number) - y0)));
  if (!(size > 0)) return null;
  const rows = new Float64Array(TERMS * (TERMS + 1));
  for (const j of patch) {
    const [dx, dy] = [((x[j] as number) - x0) / size, ((y[j] as number) - y0) / size];
    const weight = 1 / (dx * dx + dy * dy + 1e-6);
    const terms = [dx, dy, dx * dx, dx * dy, dy * dy];
    for (let r = 0; r < TERMS; r++) {
      for (let c = 0; c < TERMS; c++) {
        const at = r * (TERMS + 1) + c;
        rows[at] = (rows[at] as number) + weight * (terms[r] as number) * (terms[c] as number);
      }
      const at = r * (TERMS + 1) + TERMS;
      rows[at] = (rows[at] as number) + weight * (terms[r] as number) * ((u[j] as number) - u0);
    }
  }
  const solved = solve(rows, TERMS);
  return solved && [(solved[0] as number) / size, (solved[1] as number) / size];
}

/** Slope of the plane through a point that fits its neighbours best. */
function planeSlope(x: Float64Array, y: Float64Array, u: Float64Array, i: number, near: readonly number[]): readonly [number, number] {
  const rows = new Float64Array(6);
  for (const j of near) {
    const [dx, dy, du] = [(x[j] as number) - (x[i] as number), (y[j] as number) - (y[i] as number), (u[j] as number) - (u[i] as number)];
    [dx * dx, dx * dy, dx * du, dx * dy, dy * dy, dy * du].forEach((term, k) => (rows[k] = (rows[k] as number) + term));
  }
  const solved = solve(rows, 2);
  return solved ? [solved[0] as number, solved[1] as number] : [0, 0];
}

/** Solves n equations given as rows of n + 1 numbers, by elimination with the largest pivots; null where they do not determine it. */
function solve(rows: Float64Array, n: number): number[] | null {
  const wide = n + 1;
  const at = (r: number, c: number) => rows[r * wide + c] as number;
  const largest = rows.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let r = k + 1; r < n; r++) if (Math.abs(at(r, k)) > Math.abs(at(best, k))) best = r;
    if (Math.abs(at(best, k)) < 1e-10 * largest) return null;
    for (let c = 0; c < wide; c++) [rows[k * wide + c], rows[best * wide + c]] = [at(best, c), at(k, c)];
    for (let r = k + 1; r < n; r++) {
      const share = at(r, k) / at(k, k);
      for (let c = k; c < wide; c++) rows[r * wide + c] = at(r, c) - share * at(k, c);
    }
  }
  const out = new Array<number>(n).fill(0);
  for (let r = n - 1; r >= 0; r--) {
    let value = at(r, n);
    for (let c = r + 1; c < n; c++) value -= at(r, c) * (out[c] as number);
    out[r] = value / at(r, r);
  }
  return out;
}
