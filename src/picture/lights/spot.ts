import type { LightState } from '@/core/frame/frame-state';
import { coneCosines } from '@/core/frame/light-state';
import { radians } from '@/core/space/angle';
import { ballShape, type LightShape } from './light-shape';

/** Shuts nothing off. */
const OPEN = 90;

export function spotShape({ pose, sent, values }: Extract<LightState, { kind: 'spot' }>): LightShape {
  const doors = [values.left, values.right, values.top, values.bottom] as const;
  const shape: LightShape = {
    ...ballShape(pose, sent, values.size),
    cone: coneCosines(values),
  };
  if (doors.some((door) => door < OPEN)) shape.leaves = doors.map((door) => radians(Math.max(0, door))) as [number, number, number, number];
  return shape;
}
