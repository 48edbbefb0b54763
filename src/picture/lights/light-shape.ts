import type { LinearColour } from '@/core/colour/transfer';
import type { Mat4 } from '@/core/space/matrix';
import { scale, type Vec3 } from '@/core/space/vector';

/** What a light is to the shaders, whatever its kind. */
export interface LightShape {
  form: 'distant' | 'rectangle' | 'disc' | 'ball';
  /** Radiance; of a distant one, what falls on a surface that faces it. */
  sent: LinearColour;
  /** Half axes, metres; of a distant one, tangents of half the angle that it is seen under. */
  x: Vec3;
  y: Vec3;
  /** Cosines between which a cone falls off. */
  cone?: { inner: number; outer: number };
  /** Half angles, radians, to the left, right, top and bottom at which leaves cut it off. */
  leaves?: readonly [number, number, number, number];
}

/** Smallest half size, metres: what is smaller would be infinitely bright. */
export const SMALLEST = 0.004;

export const times = (colour: LinearColour, by: number): LinearColour => [colour[0] * by, colour[1] * by, colour[2] * by];
export const rightOf = (m: Mat4): Vec3 => [m[0] as number, m[1] as number, m[2] as number];
export const upOf = (m: Mat4): Vec3 => [m[4] as number, m[5] as number, m[6] as number];

/** A lit rectangle or disc that shines along the -Z of its pose with some intensity. */
export function flatShape(pose: Mat4, sent: LinearColour, width: number, height: number, isRound: boolean): LightShape {
  const [a, b] = [Math.max(SMALLEST, width / 2), Math.max(SMALLEST, height / 2)];
  const area = a * b * (isRound ? Math.PI : 4);
  // The half axes, in their order, turn about the way it shines.
  return { form: isRound ? 'disc' : 'rectangle', sent: times(sent, 1 / area), x: scale(rightOf(pose), a), y: scale(upOf(pose), -b) };
}

/** A ball of some size that shines to all sides with some intensity. */
export function ballShape(pose: Mat4, sent: LinearColour, size: number): LightShape {
  const radius = Math.max(SMALLEST, size / 2);
  return {
    form: 'ball',
    sent: times(sent, 1 / (Math.PI * radius ** 2)),
    x: scale(rightOf(pose), radius),
    y: scale(upOf(pose), radius),
  };
}
