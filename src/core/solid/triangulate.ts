import Constrainautor from '@kninnug/constrainautor';
import Delaunator from 'delaunator';

/** Thrown where exact degeneracy or rounding defeats a construction; the caller tries again with another jitter. */
export class WavefrontError extends Error {}

/**
 * A constrained triangulation of the inside of rings. Triangle t has corners at 3t..3t+2 (anticlockwise);
 * slot k concerns the side opposite corner k: its neighbour triangle or -1, and its constraint edge or -1.
 */
export interface Triangulation {
  corners: Int32Array;
  neighbours: Int32Array;
  constraints: Int32Array;
}

const enum Side {
  Unknown = 0,
  Inside = 1,
  Outside = 2,
}

const following = (h: number) => (h % 3 === 2 ? h - 2 : h + 1);
/** Slot (opposite corner, in our anticlockwise order) of Delaunator's half-edge 0, 1, 2 of a triangle. */
const SLOT_OF_HALFEDGE = [1, 0, 2] as const;

/**
 * @param points x, y pairs
 * @param edges vertex pairs; edge e runs from edges[2e] to edges[2e+1] with the inside on its left
 */
export function triangulateInside(points: Float64Array, edges: Int32Array): Triangulation {
  const count = points.length / 2;
  const delaunay = new Delaunator(points);
  const segments: [number, number][] = [];
  const edgeOf = new Map<number, number>();
  for (let e = 0; e < edges.length / 2; e++) {
    const a = edges[2 * e] as number;
    const b = edges[2 * e + 1] as number;
    segments.push([a, b]);
    edgeOf.set(a * count + b, e);
  }
  try {
    new Constrainautor(delaunay).constrainAll(segments);
  } catch (error) {
    throw new WavefrontError(`constraint: ${(error as Error).message}`);
  }
  const { triangles, halfedges } = delaunay;
  const total = triangles.length / 3;
  const start = (h: number) => triangles[h] as number;
  const end = (h: number) => triangles[following(h)] as number;
  // Delaunator's triangles run clockwise with Y up, so a half-edge runs against the edge it lies on from inside.
  const isInner = (h: number) => edgeOf.has(end(h) * count + start(h));
  const isOuter = (h: number) => edgeOf.has(start(h) * count + end(h));

  const side = new Uint8Array(total);
  const stack: number[] = [];
  for (let h = 0; h < triangles.length; h++) {
    const known = isInner(h) ? Side.Inside : isOuter(h) ? Side.Outside : Side.Unknown;
    if (known === Side.Unknown) continue;
    const t = Math.floor(h / 3);
    if (side[t] !== Side.Unknown && side[t] !== known) throw new WavefrontError('a triangle lies on both sides of the outline');
    if (side[t] === Side.Unknown) stack.push(t);
    side[t] = known;
  }
  while (stack.length > 0) {
    const t = stack.pop() as number;
    for (let h = 3 * t; h < 3 * t + 3; h++) {
      const opposite = halfedges[h] as number;
      if (opposite < 0 || isInner(h) || isOuter(h)) continue;
      const other = Math.floor(opposite / 3);
      if (side[other] === Side.Unknown) {
        side[other] = side[t] as number;
        stack.push(other);
      } else if (side[other] !== side[t]) throw new WavefrontError('the outline is not closed');
    }
  }

  const newIndex = new Int32Array(total).fill(-1);
  let inside = 0;
  for (let t = 0; t < total; t++) if (side[t] === Side.Inside) newIndex[t] = inside++;
  const corners = new Int32Array(3 * inside);
  const neighbours = new Int32Array(3 * inside).fill(-1);
  const constraints = new Int32Array(3 * inside).fill(-1);
  let found = 0;
  for (let t = 0; t < total; t++) {
    const to = newIndex[t] as number;
    if (to < 0) continue;
    corners[3 * to] = start(3 * t);
    corners[3 * to + 1] = start(3 * t + 2);
    corners[3 * to + 2] = start(3 * t + 1);
    for (let k = 0; k < 3; k++) {
      const h = 3 * t + k;
      const slot = 3 * to + (SLOT_OF_HALFEDGE[k] as number);
      const edge = edgeOf.get(end(h) * count + start(h));
      if (edge !== undefined) {
        constraints[slot] = edge;
        found++;
        continue;
      }
      const opposite = halfedges[h] as number;
      const other = opposite < 0 ? -1 : (newIndex[Math.floor(opposite / 3)] as number);
      if (other < 0) throw new WavefrontError('the triangulation leaks through the outline');
      neighbours[slot] = other;
    }
  }
  if (found !== edges.length / 2) throw new WavefrontError('the triangulation lost edges of the outline');
  return { corners, neighbours, constraints };
}
