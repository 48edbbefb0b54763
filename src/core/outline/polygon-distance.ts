import { containsPoint } from './ring';

type Point = readonly [x: number, y: number];

/** How far a place is from the nearest side of a closed polygon, in its unit; below 0 within it, by the even-odd rule. */
export function outsidePolygon(points: readonly Point[], x: number, y: number): number {
  let nearest = Infinity;
  points.forEach(([ax, ay], i) => {
    const [bx, by] = points[(i + 1) % points.length] as Point;
    const [sx, sy] = [bx - ax, by - ay];
    const along = Math.max(0, Math.min(1, ((x - ax) * sx + (y - ay) * sy) / Math.max(sx * sx + sy * sy, 1e-18)));
    nearest = Math.min(nearest, Math.hypot(x - ax - along * sx, y - ay - along * sy));
  });
  return containsPoint([points.map(([px, py]) => ({ x: px, y: py }))], x, y) ? -nearest : nearest;
}
