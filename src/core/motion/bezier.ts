/**
 * One cubic Bezier span in (time, value), solved for value at a time.
 * Follows CSS Easing Functions Level 1 for the curve; times of the handles lie within the span,
 * so time grows with the parameter and the solution is unique.
 */

const cubic = (a: number, b: number, c: number, d: number, u: number): number => {
  const w = 1 - u;
  return w * w * w * a + 3 * w * w * u * b + 3 * w * u * u * c + u * u * u * d;
};

const cubicSlope = (a: number, b: number, c: number, d: number, u: number): number => {
  const w = 1 - u;
  return 3 * (w * w * (b - a) + 2 * w * u * (c - b) + u * u * (d - c));
};

/**
 * Parameter u in 0..1 at which a unit-time Bezier with handle times x1, x2 (each in 0..1) has time x.
 * Newton steps, guarded by a bracket; exact to about 1e-14.
 */
export function solveUnitTime(x1: number, x2: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  let low = 0;
  let high = 1;
  let u = x;
  for (let i = 0; i < 60; i++) {
    const error = cubic(0, x1, x2, 1, u) - x;
    if (Math.abs(error) < 1e-15) return u;
    if (error > 0) high = u;
    else low = u;
    const slope = cubicSlope(0, x1, x2, 1, u);
    const next = slope > 1e-9 ? u - error / slope : NaN;
    const previous = u;
    u = next > low && next < high ? next : (low + high) / 2;
    if (Math.abs(u - previous) < 1e-15) return u;
  }
  return u;
}

/** The CSS `cubic-bezier(x1, y1, x2, y2)` timing function at x in 0..1. */
export function cubicBezierEasing(x1: number, y1: number, x2: number, y2: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  return cubic(0, y1, y2, 1, solveUnitTime(x1, x2, x));
}

/**
 * Derivative, by the share of time x, of the value of a span with values v0..v3 and handle times x1, x2 (shares of the span).
 * Infinite where a handle has no length and the curve starts upright.
 */
export function spanSlope(x1: number, x2: number, v0: number, v1: number, v2: number, v3: number, x: number): number {
  const u = solveUnitTime(x1, x2, x);
  const dx = cubicSlope(0, x1, x2, 1, u);
  const dv = cubicSlope(v0, v1, v2, v3, u);
  if (dx > 1e-12) return dv / dx;
  // The first derivative of time vanishes at an end whose handle has no length: take the limit from inside.
  const inner = u < 0.5 ? u + 1e-5 : u - 1e-5;
  return cubicSlope(v0, v1, v2, v3, inner) / cubicSlope(0, x1, x2, 1, inner);
}
