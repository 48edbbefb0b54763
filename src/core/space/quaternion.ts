import { degrees } from './angle';
import { positionOf, type Mat4 } from './matrix';

/** A rotation as a unit quaternion: x, y, z, w. */
export type Quaternion = readonly [number, number, number, number];

/** Rotation of a rigid transform (K. Shoemake's method, by the largest of the four components). */
export function rotationOf(m: Mat4): Quaternion {
  const at = (row: number, column: number) => m[4 * column + row] as number;
  const trace = at(0, 0) + at(1, 1) + at(2, 2);
  if (trace > 0) {
    const s = 2 * Math.sqrt(trace + 1);
    return [(at(2, 1) - at(1, 2)) / s, (at(0, 2) - at(2, 0)) / s, (at(1, 0) - at(0, 1)) / s, s / 4];
  }
  const i = at(0, 0) > at(1, 1) && at(0, 0) > at(2, 2) ? 0 : at(1, 1) > at(2, 2) ? 1 : 2;
  const j = (i + 1) % 3;
  const k = (i + 2) % 3;
  const s = 2 * Math.sqrt(Math.max(0, 1 + at(i, i) - at(j, j) - at(k, k)));
  const q: [number, number, number, number] = [0, 0, 0, 0];
  q[i] = s / 4;
  q[j] = (at(j, i) + at(i, j)) / s;
  q[k] = (at(k, i) + at(i, k)) / s;
  q[3] = (at(k, j) - at(j, k)) / s;
  return q;
}

/** The rigid transform with a rotation and a place. */
export function rigid([x, y, z, w]: Quaternion, [px, py, pz]: readonly [number, number, number]): Mat4 {
  return [
    1 - 2 * (y * y + z * z),
    2 * (x * y + z * w),
    2 * (x * z - y * w),
    0,
    2 * (x * y - z * w),
    1 - 2 * (x * x + z * z),
    2 * (y * z + x * w),
    0,
    2 * (x * z + y * w),
    2 * (y * z - x * w),
    1 - 2 * (x * x + y * y),
    0,
    px,
    py,
    pz,
    1,
  ];
}

/** Part of the way from one rotation to another on the shorter arc, at constant speed (slerp). */
export function between(a: Quaternion, b: Quaternion, share: number): Quaternion {
  let cosine = a[0] * b[0] + a[1] * b[1] + a[2] * b[2] + a[3] * b[3];
  const sign = cosine < 0 ? -1 : 1;
  cosine = Math.min(1, Math.abs(cosine));
  const angle = Math.acos(cosine);
  const s = Math.sin(angle);
  const [u, v] = s < 1e-9 ? [1 - share, share] : [Math.sin((1 - share) * angle) / s, Math.sin(share * angle) / s];
  const q = [0, 1, 2, 3].map((i) => (a[i] as number) * u + sign * (b[i] as number) * v);
  const length = Math.hypot(...q) || 1;
  return q.map((c) => c / length) as unknown as Quaternion;
}

const NO_TURN: Quaternion = [0, 0, 0, 1];

/** A share of a rigid transform: 0 is none, 1 the whole; the turn by its angle, the place straight. Shares over 1 go on. */
export function shareOf(m: Mat4, share: number): Mat4 {
  if (share === 1) return m;
  const [x, y, z] = positionOf(m);
  return rigid(between(NO_TURN, rotationOf(m), share), [x * share, y * share, z * share]);
}

/** Angle between the turns of two poses, degrees. */
export function turnBetween(a: Mat4, b: Mat4): number {
  const [p, q] = [rotationOf(a), rotationOf(b)];
  const cosine = Math.min(1, Math.abs(p[0] * q[0] + p[1] * q[1] + p[2] * q[2] + p[3] * q[3]));
  return degrees(2 * Math.acos(cosine));
}
