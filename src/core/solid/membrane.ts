import { recoveredSlopes } from './recovered-slopes';

/**
 * A skin under even pressure over a plan, held at its seam: the small-deflection membrane, div grad u = -2, by linear finite
 * elements (any handbook of the finite element method). Over a straight strip of half-width w it is u = w² - x², so that √u is a half
 * circle;
 * over a disc of radius R it is (R² - r²) / 2.
 */
export interface Membrane {
  /** u at each point, square metres. */
  u: Float64Array;
  /** Its slope at each point, metres: x, y pairs. */
  slope: Float64Array;
}

/**
 * @param x, y the points of the plan, metres
 * @param triangles corners, three a triangle, anticlockwise
 * @param held 1 for points of the seam; where the skin presses on another it is free
 * @param springs what pulls free points of the edge down, a value for each point: the integral of k over its share of an edge on which
 *   du/dn = -k u
 */
export function solveMembrane(
  x: Float64Array,
  y: Float64Array,
  triangles: Int32Array,
  held: Uint8Array,
  springs: Float64Array = new Float64Array(x.length),
): Membrane {
  const count = x.length;
  const total = triangles.length / 3;
  const stiffness = new Float64Array(9 * total);
  const load = new Float64Array(count);
  const diagonal = new Float64Array(count);
  const gx = new Float64Array(3 * total);
  const gy = new Float64Array(3 * total);
  const area = new Float64Array(total);
  for (let t = 0; t < total; t++) {
    const at = [0, 1, 2].map((k) => triangles[3 * t + k] as number);
    const px = at.map((i) => x[i] as number) as [number, number, number];
    const py = at.map((i) => y[i] as number) as [number, number, number];
    const twice = Math.max(1e-18, (px[1] - px[0]) * (py[2] - py[0]) - (px[2] - px[0]) * (py[1] - py[0]));
    area[t] = twice / 2;
    for (let k = 0; k < 3; k++) {
      const [p, q] = [(k + 1) % 3, (k + 2) % 3] as [number, number];
      gx[3 * t + k] = ((py[p] as number) - (py[q] as number)) / twice;
      gy[3 * t + k] = ((px[q] as number) - (px[p] as number)) / twice;
      load[at[k] as number] = (load[at[k] as number] as number) + (2 * (area[t] as number)) / 3;
    }
    for (let i = 0; i < 3; i++) {
      for (let j = 0; j < 3; j++)
        stiffness[9 * t + 3 * i + j] =
          (area[t] as number) *
          ((gx[3 * t + i] as number) * (gx[3 * t + j] as number) + (gy[3 * t + i] as number) * (gy[3 * t + j] as number));
      diagonal[at[i] as number] = (diagonal[at[i] as number] as number) + (stiffness[9 * t + 4 * i] as number);
    }
  }
  for (let i = 0; i < count; i++) diagonal[i] = (diagonal[i] as number) + (springs[i] as number);
  const u = conjugateGradients(triangles, stiffness, diagonal, load, held, springs);
  for (let i = 0; i < count; i++) u[i] = Math.max(0, u[i] as number);
  return { u, slope: recoveredSlopes(x, y, triangles, u) };
}

/** Solves for the free points, element by element, with the diagonal as preconditioner. */
function conjugateGradients(
  triangles: Int32Array,
  stiffness: Float64Array,
  diagonal: Float64Array,
  load: Float64Array,
  held: Uint8Array,
  springs: Float64Array,
): Float64Array {
  const count = load.length;
  const u = new Float64Array(count);
  const residual = new Float64Array(count);
  const direction = new Float64Array(count);
  const image = new Float64Array(count);
  const inverse = (i: number) => (held[i] ? 0 : 1 / ((diagonal[i] as number) || 1));
  let energy = 0;
  for (let i = 0; i < count; i++) {
    residual[i] = held[i] ? 0 : (load[i] as number);
    direction[i] = inverse(i) * (residual[i] as number);
    energy += (residual[i] as number) * (direction[i] as number);
  }
  const enough = energy * 1e-16;
  for (let step = 0; step < 4 * count && energy > enough; step++) {
    for (let i = 0; i < count; i++) image[i] = (springs[i] as number) * (direction[i] as number);
    for (let t = 0; t < triangles.length; t += 3) {
      for (let i = 0; i < 3; i++) {
        let sum = 0;
        for (let j = 0; j < 3; j++) sum += (stiffness[3 * t + 3 * i + j] as number) * (direction[triangles[t + j] as number] as number);
        const at = triangles[t + i] as number;
        image[at] = (image[at] as number) + sum;
      }
    }
    let along = 0;
    for (let i = 0; i < count; i++) if (!held[i]) along += (direction[i] as number) * (image[i] as number);
    const length = energy / along;
    let next = 0;
    for (let i = 0; i < count; i++) {
      if (held[i]) continue;
      u[i] = (u[i] as number) + length * (direction[i] as number);
      residual[i] = (residual[i] as number) - length * (image[i] as number);
      next += (residual[i] as number) ** 2 * inverse(i);
    }
    const keep = next / energy;
    for (let i = 0; i < count; i++) direction[i] = inverse(i) * (residual[i] as number) + keep * (direction[i] as number);
    energy = next;
  }
  return u;
}
