/** Curves of code values through points at even places: each is passed, and nothing goes beyond its neighbours. */

/** Places of the points, code values from 0 to 1. */
export const CURVE_PLACES = [0, 0.25, 0.5, 0.75, 1] as const;
/** What a curve is of: all three together, or one of them. */
export const CURVES_OF = ['all', 'red', 'green', 'blue'] as const;
export type CurveOf = (typeof CURVES_OF)[number];

/** Values of a curve at its places. */
export type CurvePoints = readonly number[];
export type ToneCurves = Readonly<Record<CurveOf, CurvePoints>>;

/** Points of the table by which curves are shown. */
export const CURVE_SIZE = 1024;

const STEP = 1 / (CURVE_PLACES.length - 1);

export const isStraight = (points: CurvePoints): boolean => points.every((value, i) => value === CURVE_PLACES[i]);

/**
 * Slopes at the points of a curve by which it has no bump that the points have not: Fritsch and Carlson, Monotone Piecewise Cubic
 * Interpolation, SIAM Journal on Numerical Analysis 17 (1980), with the limit that they call a circle of radius 3.
 */
function slopesOf(points: CurvePoints): number[] {
  const rises = points.slice(1).map((value, i) => (value - (points[i] as number)) / STEP);
  const slopes = points.map((_, i) => {
    const [before, after] = [rises[i - 1], rises[i]];
    if (before === undefined || after === undefined) return before ?? after ?? 0;
    return before * after <= 0 ? 0 : (before + after) / 2;
  });
  rises.forEach((rise, i) => {
    if (rise === 0) {
      slopes[i] = slopes[i + 1] = 0;
      return;
    }
    const [a, b] = [(slopes[i] as number) / rise, (slopes[i + 1] as number) / rise];
    const far = Math.hypot(a, b);
    if (far <= 3) return;
    slopes[i] = ((3 * a) / far) * rise;
    slopes[i + 1] = ((3 * b) / far) * rise;
  });
  return slopes;
}

/** A curve as a function of code values; what lies beyond 0 and 1 is taken as those. */
export function curveThrough(points: CurvePoints): (code: number) => number {
  if (isStraight(points)) return (code) => Math.max(0, Math.min(1, code));
  const slopes = slopesOf(points);
  return (code) => {
    const place = Math.max(0, Math.min(1, code)) / STEP;
    const i = Math.min(points.length - 2, Math.floor(place));
    const t = place - i;
    const [p, q] = [points[i] as number, points[i + 1] as number];
    const [m, n] = [(slopes[i] as number) * STEP, (slopes[i + 1] as number) * STEP];
    // Cubic Hermite: h00 p + h10 m + h01 q + h11 n
    return (1 + 2 * t) * (1 - t) ** 2 * p + t * (1 - t) ** 2 * m + t * t * (3 - 2 * t) * q + t * t * (t - 1) * n;
  };
}

/** All curves as one table, four numbers a point of which the last is 1: first that of all three, then each one's own. */
export function curvesTable(curves: ToneCurves): Float32Array {
  const all = curveThrough(curves.all);
  const own = (['red', 'green', 'blue'] as const).map((of) => curveThrough(curves[of]));
  const table = new Float32Array(4 * CURVE_SIZE);
  for (let i = 0; i < CURVE_SIZE; i++) {
    const shared = all(i / (CURVE_SIZE - 1));
    own.forEach((curve, k) => (table[4 * i + k] = curve(shared)));
    table[4 * i + 3] = 1;
  }
  return table;
}
