import type { Ring } from '../outline/ring';
import { separateTouching } from '../outline/separate';
import { unite } from '../outline/unite';
import { normalAlong, type Generators } from './front-state';
import { withJitter } from './jitter';
import { checkFrameIsClear, reversed, surroundings } from './outline-frame';
import { WavefrontError } from './triangulate';
import { sweep } from './wavefront';
import { frontVertices, type OffsetJoin } from './wavefront-input';

/**
 * An outline moved outward (distance over 0) or inward (under 0) by a mitred wavefront; what grows together is united,
 * what closes is gone. Vertices keep the tangents of the curves they come from, so that offsets shade as smoothly.
 * @param rings outer contours anticlockwise, holes clockwise, metres
 * @param join how corners that grow are turned
 * @param scale size that tolerances refer to, metres
 * @throws WavefrontError when no attempt succeeds
 */
export function offsetOutline(rings: readonly Ring[], distance: number, join: OffsetJoin, scale: number): Ring[] {
  const by = Math.abs(distance);
  if (by < 1e-6 * scale || rings.length === 0) return [...rings];
  const outward = distance > 0;
  const { input, firstOfFrame } = outward
    ? surroundings(rings, by, scale, join)
    : { input: frontVertices(rings, { bluntEdge: 1e-4 * scale, join }), firstOfFrame: Infinity };
  const loops = withJitter(scale, (jitter, seed) => {
    const { generators, record } = sweep(input, [by], new Set(), jitter, seed);
    const edges = record.rings[1]?.edges ?? new Int32Array();
    if (outward) checkFrameIsClear(edges, firstOfFrame);
    return chained(generators, edges, record, firstOfFrame);
  });
  const moved = outward ? reversed(loops) : loops;
  return separateTouching(unite(moved, { scale }), 2e-5 * scale);
}

interface Nodes {
  x: { at(i: number): number };
  y: { at(i: number): number };
}

/** Rings from the directed edges that a sweep has recorded; those of the frame are left out. */
function chained(generators: Generators, edges: Int32Array, { x, y }: Nodes, firstOfFrame: number): Ring[] {
  const leaving = new Map<number, { to: number; edge: number }>();
  for (let i = 0; i < edges.length; i += 3) leaving.set(edges[i] as number, { to: edges[i + 1] as number, edge: edges[i + 2] as number });
  const rings: Ring[] = [];
  for (const start of leaving.keys()) {
    const nodes: { node: number; edge: number }[] = [];
    let at = start;
    for (let next = leaving.get(at); next; next = leaving.get(at)) {
      leaving.delete(at);
      nodes.push({ node: at, edge: next.edge });
      at = next.to;
    }
    if (nodes.length > 0 && at !== start) throw new WavefrontError('a ring is open');
    if (nodes.length < 3 || nodes.some(({ edge }) => edge >= firstOfFrame)) continue;
    rings.push(
      nodes.map(({ node, edge }, i) => {
        const before = nodes[(i + nodes.length - 1) % nodes.length] as { edge: number };
        const [px, py] = [x.at(node), y.at(node)];
        const a = normalAlong(generators, before.edge, px, py);
        const l = normalAlong(generators, edge, px, py);
        // A normal points to the left of the way; the way is the normal turned clockwise.
        return { x: px, y: py, arriveX: a[1], arriveY: -a[0], leaveX: l[1], leaveY: -l[0] };
      }),
    );
  }
  return rings;
}
