import { radians } from './angle';
import type { Vec3 } from './vector';

/**
 * A direction told by two angles, degrees: azimuth from the audience (+Z) to the right, height over the horizon; with what is to its right
 * and above it. All are unit vectors.
 */
export function directionFrame(azimuth: number, height: number): { forward: Vec3; right: Vec3; up: Vec3 } {
  const [a, h] = [radians(azimuth), radians(height)];
  return {
    forward: [Math.sin(a) * Math.cos(h), Math.sin(h), Math.cos(a) * Math.cos(h)],
    right: [Math.cos(a), 0, -Math.sin(a)],
    up: [-Math.sin(a) * Math.sin(h), Math.cos(h), -Math.cos(a) * Math.sin(h)],
  };
}
