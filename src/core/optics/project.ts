import { invertRigid, positionOf, transformDirection, transformPoint, type Mat4 } from '../space/matrix';
import { normalise, type Vec3 } from '../space/vector';

/** What of a camera decides where things fall in the frame. */
export interface Framing {
  pose: Mat4;
  focalLengthMm: number;
  sensorWidthMm: number;
  sensorHeightMm: number;
}

/** Where a point falls in the frame, -1 to 1 both ways with Y up; null for one that is not in front of the lens. */
export function projected({ pose, focalLengthMm, sensorWidthMm, sensorHeightMm }: Framing, point: Vec3): [number, number] | null {
  const [x, y, z] = transformPoint(invertRigid(pose), point);
  if (z > -1e-4) return null;
  return [(x / -z) * ((2 * focalLengthMm) / sensorWidthMm), (y / -z) * ((2 * focalLengthMm) / sensorHeightMm)];
}

/** The ray through a point of the frame: from the lens, and its unit direction in the world. */
export function rayThrough(
  { pose, focalLengthMm, sensorWidthMm, sensorHeightMm }: Framing,
  x: number,
  y: number,
): { from: Vec3; direction: Vec3 } {
  const local = normalise([(x * sensorWidthMm) / (2 * focalLengthMm), (y * sensorHeightMm) / (2 * focalLengthMm), -1]);
  return { from: positionOf(pose), direction: transformDirection(pose, local) };
}

/** Where a ray meets the plane z = depth of a rigid frame, as (x, y) in that frame; null when it runs along the plane or away from it. */
export function onPlane({ from, direction }: { from: Vec3; direction: Vec3 }, frame: Mat4, depth: number): [number, number] | null {
  const inverse = invertRigid(frame);
  const [x, y, z] = transformPoint(inverse, from);
  const [dx, dy, dz] = transformDirection(inverse, direction);
  const way = (depth - z) / dz;
  return Number.isFinite(way) && way > 0 ? [x + dx * way, y + dy * way] : null;
}
