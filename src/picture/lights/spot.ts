import type { LightState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import { ballShape, type LightShape } from './light-shape';

/** Shuts nothing off. */
const OPEN = 90;

export function spotShape({ pose, sent, values }: Extract<LightState, { kind: 'spot' }>): LightShape {
  const half = radians(values.spread / 2);
  const doors = [values.left, values.right, values.top, values.bottom] as const;
  const shape: LightShape = {
    ...ballShape(pose, sent, values.size),
    // A hard edge has some width too, so that it does not flicker.
    cone: { outer: Math.cos(half), inner: Math.cos(half * Math.min(0.995, 1 - values.edge)) },
  };
  if (doors.some((door) => door < OPEN)) shape.leaves = doors.map((door) => radians(Math.max(0, door))) as [number, number, number, number];
  return shape;
}
