import { BoxTree } from './box-tree';
import type { Ring, RingVertex } from './ring';

/** Share of the distance along an edge that is nearest to a point, and how near that is. */
function distanceToEdge(v: RingVertex, a: RingVertex, b: RingVertex): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const share = Math.max(0, Math.min(1, ((v.x - a.x) * dx + (v.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(a.x + share * dx - v.x, a.y + share * dy - v.y);
}

/**
 * Pulls apart vertices that touch another vertex or edge: a union may leave contours that meet in a point, and a wavefront needs
 * strictly simple rings. Such vertices move towards their own neighbours by `distance`. Takes n log n steps for n vertices.
 */
export function separateTouching(rings: readonly Ring[], distance: number): Ring[] {
  const edges: [RingVertex, RingVertex][] = [];
  for (const ring of rings) ring.forEach((v, i) => edges.push([v, ring[(i + 1) % ring.length] as RingVertex]));
  const boxes = new Float64Array(4 * edges.length);
  edges.forEach(([a, b], i) => boxes.set([Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y)], 4 * i));
  const near = new BoxTree(boxes);
  const touches = (v: RingVertex): boolean =>
    near.some(v.x - distance, v.y - distance, v.x + distance, v.y + distance, (e) => {
      const [a, b] = edges[e] as [RingVertex, RingVertex];
      return a !== v && b !== v && distanceToEdge(v, a, b) < distance * 0.5;
    });
  return rings.map((ring) =>
    ring.map((v, i) => {
      if (!touches(v)) return v;
      const before = ring[(i + ring.length - 1) % ring.length] as RingVertex;
      const after = ring[(i + 1) % ring.length] as RingVertex;
      const [dx, dy] = [(before.x + after.x) / 2 - v.x, (before.y + after.y) / 2 - v.y];
      const length = Math.hypot(dx, dy) || 1;
      return { ...v, x: v.x + (dx / length) * distance, y: v.y + (dy / length) * distance };
    }),
  );
}
