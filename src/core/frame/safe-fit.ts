import { projected, type Framing } from '../optics/project';
import { invertRigid, multiply, transformPoint, type Mat4 } from '../space/matrix';
import { boxCorners, type Box } from '../space/vector';

/** Share of width and height within which titles are safe (SMPTE ST 2046-1, EBU R 95). */
export const TITLE_SAFE = 0.9;

/** What brings a mark within the title-safe area: a factor on its size, and how far it is moved across and up, metres. */
export interface SafeFit {
  size: number;
  x: number;
  y: number;
}

/**
 * What brings a mark's box within the title-safe area of a camera's frame: made smaller where it is too large, then moved in. Null where it
 * is not all before the lens.
 * @param pose of the mark, about whose origin its size changes
 */
export function safeFit(box: Box, pose: Mat4, camera: Framing): SafeFit | null {
  const fit: SafeFit = { size: 1, x: 0, y: 0 };
  // What is nearer to the lens on one side than on the other moves unevenly, so a few rounds are taken.
  for (let round = 0; round < 4; round++) {
    const seen = extentOf(box, pose, camera, fit);
    if (!seen) return null;
    const room = Math.min(1, (2 * TITLE_SAFE) / (seen.x1 - seen.x0), (2 * TITLE_SAFE) / (seen.y1 - seen.y0));
    fit.size *= room < 1 ? room * 0.999 : 1;
    const now = extentOf(box, pose, camera, fit);
    if (!now) return null;
    fit.x += shiftInto(now.x0, now.x1) * (camera.sensorWidthMm / (2 * camera.focalLengthMm)) * now.distance;
    fit.y += shiftInto(now.y0, now.y1) * (camera.sensorHeightMm / (2 * camera.focalLengthMm)) * now.distance;
  }
  return fit;
}

/** How far a stretch lies outside the safe one, to be moved back; in shares of half the frame. */
const shiftInto = (low: number, high: number): number =>
  low < -TITLE_SAFE ? -TITLE_SAFE - low : high > TITLE_SAFE ? TITLE_SAFE - high : 0;

function extentOf(box: Box, pose: Mat4, camera: Framing, { size, x, y }: SafeFit) {
  const corners = boxCorners(box).map(([cx, cy, cz]) => transformPoint(pose, [cx * size, cy * size, cz]));
  const placed = corners.map(([wx, wy, wz]) => [wx + x, wy + y, wz] as const);
  const points = placed.map((corner) => projected(camera, corner));
  if (points.some((point) => point === null)) return null;
  const all = points as [number, number][];
  const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])];
  const middle = transformPoint(multiply(invertRigid(camera.pose), pose), [0, 0, box.max[2]]);
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys), distance: -middle[2] };
}
