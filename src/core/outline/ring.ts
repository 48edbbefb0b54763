/**
 * A closed contour as a polygon that remembers the curves it came from: each vertex carries the unit
 * tangents with which the true outline arrives and leaves, so that shading can be that of the curve.
 * Outer contours run anticlockwise (Y up), holes clockwise. Coordinates in metres unless said otherwise.
 */
export interface RingVertex {
  x: number;
  y: number;
  arriveX: number;
  arriveY: number;
  leaveX: number;
  leaveY: number;
}
export type Ring = RingVertex[];

/** A drawing command with absolute coordinates: move, line, quadratic, cubic, close. */
export type PathCommand =
  | { kind: 'M' | 'L'; points: [number, number] }
  | { kind: 'Q'; points: [number, number, number, number] }
  | { kind: 'C'; points: [number, number, number, number, number, number] }
  | { kind: 'Z'; points: [] };

/** Signed area: positive for anticlockwise. */
export function signedArea(ring: readonly { x: number; y: number }[]): number {
  let sum = 0;
  for (let i = 0; i < ring.length; i++) {
    const a = ring[i] as { x: number; y: number };
    const b = ring[(i + 1) % ring.length] as { x: number; y: number };
    sum += a.x * b.y - b.x * a.y;
  }
  return sum / 2;
}

/** An upright rectangle about something drawn. */
export interface Bounds {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Whether two rectangles share more than an edge. */
export const boundsMeet = (a: Bounds, b: Bounds): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

/** Extent of rings; null when there is no vertex. */
export function ringBounds(rings: readonly Ring[]): Bounds | null {
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  for (const ring of rings) {
    for (const { x, y } of ring) {
      x0 = Math.min(x0, x);
      y0 = Math.min(y0, y);
      x1 = Math.max(x1, x);
      y1 = Math.max(y1, y);
    }
  }
  return x0 <= x1 ? { x0, y0, x1, y1 } : null;
}

/** The same rings scaled evenly, then moved. */
export function placeRings(rings: readonly Ring[], scale: number, dx: number, dy: number): Ring[] {
  return rings.map((ring) => ring.map((v) => ({ ...v, x: v.x * scale + dx, y: v.y * scale + dy })));
}

/** The same rings turned about the origin, degrees anticlockwise; their tangents turn with them. */
export function turnRings(rings: readonly Ring[], deg: number): Ring[] {
  const c = Math.cos((deg * Math.PI) / 180);
  const s = Math.sin((deg * Math.PI) / 180);
  const turned = (x: number, y: number): [number, number] => [x * c - y * s, x * s + y * c];
  return rings.map((ring) =>
    ring.map((v) => {
      const [x, y] = turned(v.x, v.y);
      const [arriveX, arriveY] = turned(v.arriveX, v.arriveY);
      const [leaveX, leaveY] = turned(v.leaveX, v.leaveY);
      return { x, y, arriveX, arriveY, leaveX, leaveY };
    }),
  );
}

/** Whether a place lies inside some rings, by the even-odd rule. */
export function containsPoint(rings: readonly (readonly { x: number; y: number }[])[], x: number, y: number): boolean {
  let inside = false;
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const a = ring[i] as { x: number; y: number };
      const b = ring[j] as { x: number; y: number };
      if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
    }
  }
  return inside;
}
