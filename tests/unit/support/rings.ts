import type { Ring } from '@/core/outline/ring';

/** A polygon as a ring with the tangents of its own edges. */
export function polygon(points: [number, number][]): Ring {
  return points.map(([x, y], i) => {
    const [px, py] = points[(i + points.length - 1) % points.length] as [number, number];
    const [qx, qy] = points[(i + 1) % points.length] as [number, number];
    const a = Math.hypot(x - px, y - py);
    const b = Math.hypot(qx - x, qy - y);
    return { x, y, arriveX: (x - px) / a, arriveY: (y - py) / a, leaveX: (qx - x) / b, leaveY: (qy - y) / b };
  });
}

/** A square about the origin. */
export const square = (size: number): Ring =>
  polygon([
    [-size / 2, -size / 2],
    [size / 2, -size / 2],
    [size / 2, size / 2],
    [-size / 2, size / 2],
  ]);

/** A circle about the origin as a polygon that remembers its tangents. */
export const circleRing = (radius: number, sides: number): Ring =>
  Array.from({ length: sides }, (_, i) => {
    const a = (2 * Math.PI * i) / sides;
    return {
      x: radius * Math.cos(a),
      y: radius * Math.sin(a),
      arriveX: -Math.sin(a),
      arriveY: Math.cos(a),
      leaveX: -Math.sin(a),
      leaveY: Math.cos(a),
    };
  });
