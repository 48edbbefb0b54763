import { ringBounds, type Ring, type RingVertex } from '../outline/ring';
import { WavefrontError } from './triangulate';
import { frontVertices, MITRE_LIMIT, type FrontVertex, type OffsetJoin } from './wavefront-input';

/** The same outline run the other way round. */
export function reversed(rings: readonly Ring[]): Ring[] {
  return rings.map((ring) =>
    [...ring].reverse().map((v) => ({ ...v, arriveX: -v.leaveX, arriveY: -v.leaveY, leaveX: -v.arriveX, leaveY: -v.arriveY })),
  );
}

/** What lies around an outline, as a wavefront takes it. */
export interface Surroundings {
  input: FrontVertex[][];
  /** Edges from this one on are those of the frame, and not the outline's. */
  firstOfFrame: number;
}

/**
 * What lies around an outline, within a frame that stands clear of all that the outline grows to: it shrinks as the outline grows.
 * @param reach how far the outline will grow, metres
 * @param scale size that tolerances refer to, metres
 */
export function surroundings(rings: readonly Ring[], reach: number, scale: number, join: OffsetJoin = 'mitred'): Surroundings {
  // A mitre goes as far as the limit allows, and the frame comes in to meet it.
  const margin = (MITRE_LIMIT + 1) * reach + 0.1 * scale;
  const input = frontVertices([...reversed(rings), frameAround(rings, margin)], { bluntEdge: 1e-4 * scale, join });
  return { input, firstOfFrame: input.slice(0, -1).reduce((sum, ring) => sum + ring.length, 0) };
}

/**
 * Makes sure that nothing has grown into the frame: each of its edges still runs between its own two neighbours.
 * @param edges of a ring of the sweep, as triples (node, node, generating edge)
 * @throws WavefrontError when something has
 */
export function checkFrameIsClear(edges: Int32Array, firstOfFrame: number): void {
  const starts = new Set<number>();
  const ends = new Set<number>();
  let count = 0;
  for (let i = 0; i < edges.length; i += 3) {
    if ((edges[i + 2] as number) < firstOfFrame) continue;
    starts.add(edges[i] as number);
    ends.add(edges[i + 1] as number);
    count++;
  }
  if (count !== 4 || [...starts].some((node) => !ends.has(node))) throw new WavefrontError('the outline grows into its frame');
}

/** A rectangle that stands clear of the rings, as the outer edge of what lies around them. */
function frameAround(rings: readonly Ring[], margin: number): Ring {
  const box = ringBounds(rings);
  if (!box) return [];
  const [x0, y0, x1, y1] = [box.x0 - margin, box.y0 - margin, box.x1 + margin, box.y1 + margin];
  const corner = (x: number, y: number, arrive: readonly [number, number], leave: readonly [number, number]): RingVertex => ({
    x,
    y,
    arriveX: arrive[0],
    arriveY: arrive[1],
    leaveX: leave[0],
    leaveY: leave[1],
  });
  return [
    corner(x0, y0, [0, -1], [1, 0]),
    corner(x1, y0, [1, 0], [0, 1]),
    corner(x1, y1, [0, 1], [-1, 0]),
    corner(x0, y1, [-1, 0], [0, -1]),
  ];
}
