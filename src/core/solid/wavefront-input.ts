import type { Ring } from '../outline/ring';

/**
 * A vertex of the outline as the wavefront takes it: a place, the true normals of the outline on both
 * sides of it (pointing into the solid), and whether shading runs smoothly through it.
 */
export interface FrontVertex {
  x: number;
  y: number;
  beforeNormalX: number;
  beforeNormalY: number;
  afterNormalX: number;
  afterNormalY: number;
  smooth: boolean;
}

export type OffsetJoin = 'mitred' | 'rounded' | 'cut';

/** Turn from one tiny edge to the next in a rounded corner, degrees. */
const ROUND_STEP_DEG = 9;

/** Largest mitre as a multiple of the distance swept. */
export const MITRE_LIMIT = 4.5;

export interface FrontInputOptions {
  /** Turns sharper than this are corners in the shading, degrees. */
  cornerDeg?: number;
  /** How a corner that grows is turned: to its point up to the limit, by an arc, or cut off straight. */
  join?: OffsetJoin;
  /** Largest mitre as a multiple of the distance swept; sharper reflex corners are blunted. */
  mitreLimit?: number;
  /** Length of the tiny edges that blunt a corner, in the unit of the coordinates. */
  bluntEdge: number;
}

/** Rings (outer anticlockwise, holes clockwise) made ready for a wavefront that sweeps into the solid. */
export function frontVertices(
  rings: readonly Ring[],
  { cornerDeg = 20, join = 'mitred', mitreLimit = MITRE_LIMIT, bluntEdge }: FrontInputOptions,
): FrontVertex[][] {
  const smoothCos = Math.cos((cornerDeg * Math.PI) / 180);
  return rings.map((ring) => {
    const out: FrontVertex[] = [];
    ring.forEach((v, i) => {
      const before = ring[(i + ring.length - 1) % ring.length] as (typeof ring)[number];
      const after = ring[(i + 1) % ring.length] as (typeof ring)[number];
      const inLength = Math.hypot(v.x - before.x, v.y - before.y) || 1;
      const outLength = Math.hypot(after.x - v.x, after.y - v.y) || 1;
      const ax = (v.x - before.x) / inLength;
      const ay = (v.y - before.y) / inLength;
      const bx = (after.x - v.x) / outLength;
      const by = (after.y - v.y) / outLength;
      const cross = ax * by - ay * bx;
      const cosine = ax * bx + ay * by;
      const smooth = v.arriveX * v.leaveX + v.arriveY * v.leaveY > smoothCos;
      const mitre = 1 / Math.sqrt(Math.max(1e-12, (1 + cosine) / 2));
      const vertex = {
        beforeNormalX: -v.arriveY,
        beforeNormalY: v.arriveX,
        afterNormalX: -v.leaveY,
        afterNormalY: v.leaveX,
      };
      const count = cross < 0 && !smooth ? bluntEdges(join, Math.acos(Math.max(-1, Math.min(1, cosine))), mitre, mitreLimit) : 0;
      if (count > 0) {
        out.push(...bluntedCorner(v.x, v.y, ax, ay, cosine, count, join === 'rounded', bluntEdge, vertex));
      } else out.push({ x: v.x, y: v.y, ...vertex, smooth });
    });
    return out;
  });
}

/** Number of tiny edges that a reflex corner is fanned out by. */
function bluntEdges(join: OffsetJoin, turn: number, mitre: number, mitreLimit: number): number {
  const within = (limit: number) => Math.max(1, Math.ceil(turn / (2 * Math.acos(1 / limit))) - 1);
  if (join === 'rounded') return Math.max(1, Math.ceil(turn / ((ROUND_STEP_DEG * Math.PI) / 180)) - 1);
  if (join === 'cut') return within(mitreLimit);
  return mitre > mitreLimit ? within(mitreLimit) : 0;
}

/** A reflex corner fanned out by tiny edges; rounded ones shade as the arc that they grow into. */
function bluntedCorner(
  x: number,
  y: number,
  ax: number,
  ay: number,
  cosine: number,
  count: number,
  rounded: boolean,
  edge: number,
  normals: Pick<FrontVertex, 'beforeNormalX' | 'beforeNormalY' | 'afterNormalX' | 'afterNormalY'>,
): FrontVertex[] {
  const turn = Math.acos(Math.max(-1, Math.min(1, cosine)));
  const heading = Math.atan2(ay, ax);
  const fan = Array.from({ length: count }, (_, j) => {
    const angle = heading - (turn * (j + 1)) / (count + 1);
    return [Math.cos(angle), Math.sin(angle)] as const;
  });
  let px = x - (ax * edge * count) / 2;
  let py = y - (ay * edge * count) / 2;
  const places = [[px, py] as const];
  for (const [dx, dy] of fan) {
    px += dx * edge;
    py += dy * edge;
    places.push([px, py]);
  }
  return places.map(([qx, qy], j) => {
    const inward = fan[j - 1];
    const outward = fan[j];
    if (rounded) {
      const angle = heading - (turn * (j + 0.5)) / (count + 1);
      const [nx, ny] = [-Math.sin(angle), Math.cos(angle)];
      return { x: qx, y: qy, beforeNormalX: nx, beforeNormalY: ny, afterNormalX: nx, afterNormalY: ny, smooth: true };
    }
    return {
      x: qx,
      y: qy,
      beforeNormalX: inward ? -inward[1] : normals.beforeNormalX,
      beforeNormalY: inward ? inward[0] : normals.beforeNormalY,
      afterNormalX: outward ? -outward[1] : normals.afterNormalX,
      afterNormalY: outward ? outward[0] : normals.afterNormalY,
      smooth: false,
    };
  });
}
