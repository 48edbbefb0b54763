import { between, rigid, type Quaternion } from '../space/quaternion';
import { transformDirection, type Mat4 } from '../space/matrix';
import { subtract, type Vec3 } from '../space/vector';

/** How bodies that fell have moved, at even steps of time; told in the frame of their mark, each beside where it came from. */
export interface FallMotion {
  /** Poses a second. */
  rate: number;
  /** Poses of each body, the first at rest. */
  count: number;
  bodies: number;
  /** x, y, z of the middle of each body at rest, metres. */
  centres: Float32Array;
  /** By body, then pose: how far that middle is from there, metres. */
  places: Float32Array;
  /** The same for turns: quaternions x, y, z, w. */
  turns: Float32Array;
}

/** Length of a fall, seconds. */
export const fallSeconds = ({ rate, count }: Pick<FallMotion, 'rate' | 'count'>): number => (count - 1) / rate;

const NO_TURN: Quaternion = [0, 0, 0, 1];

/**
 * Where a body stands at a time: place by a cubic through its neighbours (Catmull-Rom), turn on the shorter arc. Before the beginning it is
 * at rest, after the end it stays.
 * @param seconds since the beginning
 * @param home share by which it is taken back to rest, 0..1
 * @returns a pose in the mark's frame that takes it there from rest; null where it is at rest
 */
export function fallPose(motion: FallMotion, body: number, seconds: number, home: number): Mat4 | null {
  const { rate, count, bodies, centres, places, turns } = motion;
  const away = 1 - Math.max(0, Math.min(1, home));
  if (body >= bodies || seconds <= 0 || away === 0) return null;
  const at = Math.min(count - 1, seconds * rate);
  const i = Math.min(count - 2, Math.floor(at));
  const t = at - i;
  const first = body * count;
  const place = (n: number, k: number) => places[3 * (first + Math.max(0, Math.min(count - 1, n))) + k] as number;
  const moved = [0, 1, 2].map((k) => {
    const [a, b, c, d] = [place(i - 1, k), place(i, k), place(i + 1, k), place(i + 2, k)];
    return away * (b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a))));
  }) as unknown as Vec3;
  const turn = (n: number) => [0, 1, 2, 3].map((k) => turns[4 * (first + n) + k] as number) as unknown as Quaternion;
  const whole = between(turn(i), turn(i + 1), t);
  const turned = away === 1 ? whole : between(NO_TURN, whole, away);
  if (moved.every((v) => v === 0) && turned[3] === 1) return null;
  const centre = [0, 1, 2].map((k) => centres[3 * body + k] as number) as unknown as Vec3;
  const spun = rigid(turned, [0, 0, 0]);
  const offset = subtract(centre, transformDirection(spun, centre));
  return rigid(turned, [moved[0] + offset[0], moved[1] + offset[1], moved[2] + offset[2]]);
}
