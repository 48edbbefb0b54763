import { add, distance, normalise, scale, subtract, type Vec3 } from '../space/vector';

/** A curve through points, measured along its length. */
export interface ArcPath {
  /** Metres. */
  length: number;
  /** Place and unit direction at a distance from the start; a closed path goes round, an open one stops at its ends. */
  at(along: number): { place: Vec3; direction: Vec3 };
  /** Distance along the path at which it comes nearest to a point. */
  nearest(point: Vec3): number;
}

/** Steps a span is measured in. */
const STEPS = 96;

/** Point of the centripetal Catmull-Rom span from b to c (C. Yuksel, S. Schaefer, J. Keyser, 2011). */
function spanPoint([a, b, c, d]: readonly [Vec3, Vec3, Vec3, Vec3], t: number): Vec3 {
  const knot = (p: Vec3, q: Vec3) => Math.max(1e-4, Math.sqrt(distance(p, q)));
  let [t0, t1, t2] = [knot(a, b), knot(b, c), knot(c, d)];
  if (t1 < 1e-4) t1 = 1;
  if (t0 < 1e-4) t0 = t1;
  if (t2 < 1e-4) t2 = t1;
  const axis = (k: 0 | 1 | 2) => {
    const [x0, x1, x2, x3] = [a[k], b[k], c[k], d[k]];
    const m1 = ((x1 - x0) / t0 - (x2 - x0) / (t0 + t1) + (x2 - x1) / t1) * t1;
    const m2 = ((x2 - x1) / t1 - (x3 - x1) / (t1 + t2) + (x3 - x2) / t2) * t1;
    return x1 + m1 * t + (-3 * x1 + 3 * x2 - 2 * m1 - m2) * t * t + (2 * x1 - 2 * x2 + m1 + m2) * t * t * t;
  };
  return [axis(0), axis(1), axis(2)];
}

/** A smooth curve through points. One point, or none, is a path that stays where it is. */
export function arcPath(points: readonly Vec3[], closed: boolean): ArcPath {
  const count = points.length;
  if (count < 2) {
    const place = points[0] ?? [0, 0, 0];
    return { length: 0, at: () => ({ place, direction: [0, 0, -1] }), nearest: () => 0 };
  }
  const spans = closed ? count : count - 1;
  const point = (i: number): Vec3 => {
    if (closed) return points[((i % count) + count) % count] as Vec3;
    // Past its ends an open curve goes on as it came.
    if (i < 0) return add(points[0] as Vec3, subtract(points[0] as Vec3, points[1] as Vec3));
    if (i >= count) return add(points[count - 1] as Vec3, subtract(points[count - 1] as Vec3, points[count - 2] as Vec3));
    return points[i] as Vec3;
  };
  const on = (u: number): Vec3 => {
    const i = Math.min(spans - 1, Math.floor(u));
    return spanPoint([point(i - 1), point(i), point(i + 1), point(i + 2)], u - i);
  };
  const total = spans * STEPS;
  const lengths = new Float64Array(total + 1);
  let before = on(0);
  const places = [before];
  for (let s = 1; s <= total; s++) {
    const here = on(s / STEPS);
    lengths[s] = (lengths[s - 1] as number) + distance(before, here);
    places.push(here);
    before = here;
  }
  const length = lengths[total] as number;
  /** Parameter at a distance, by halving. */
  const parameter = (along: number): number => {
    let low = 0;
    let high = total;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((lengths[middle] as number) <= along) low = middle;
      else high = middle;
    }
    const step = (lengths[high] as number) - (lengths[low] as number);
    return (low + (step > 0 ? (along - (lengths[low] as number)) / step : 0)) / STEPS;
  };
  const within = (along: number) => (closed && length > 0 ? ((along % length) + length) % length : Math.max(0, Math.min(length, along)));
  const tangent = (u: number): Vec3 => {
    const d = 1e-4;
    const [p, q] = [Math.max(0, u - d), Math.min(spans, u + d)];
    return normalise(scale(subtract(on(q), on(p)), 1 / (q - p)));
  };
  return {
    length,
    at(along) {
      const u = parameter(within(along));
      return { place: on(u), direction: tangent(u) };
    },
    nearest(target) {
      let best = 0;
      let least = Infinity;
      places.forEach((place, s) => {
        const away = distance(place, target);
        if (away < least) [least, best] = [away, s];
      });
      // Between the two steps beside it, by thirds.
      let [low, high] = [Math.max(0, best - 1) / STEPS, Math.min(total, best + 1) / STEPS];
      for (let i = 0; i < 40; i++) {
        const third = (high - low) / 3;
        if (distance(on(low + third), target) < distance(on(high - third), target)) high -= third;
        else low += third;
      }
      const s = ((low + high) / 2) * STEPS;
      const from = Math.min(total - 1, Math.floor(s));
      return (lengths[from] as number) + ((lengths[from + 1] as number) - (lengths[from] as number)) * (s - from);
    },
  };
}

/** A level circle about the origin, from the point toward the audience to the right and round. */
export function circlePath(radius: number): ArcPath {
  return {
    length: 2 * Math.PI * radius,
    at(along) {
      const angle = along / radius;
      return { place: [radius * Math.sin(angle), 0, radius * Math.cos(angle)], direction: [Math.cos(angle), 0, -Math.sin(angle)] };
    },
    nearest: ([x, , z]) => radius * ((Math.atan2(x, z) + 2 * Math.PI) % (2 * Math.PI)),
  };
}
