import { EdgeFrames } from './edge-frames';
import { MeshBuilder, type SolidMesh } from './mesh';
import type { Profile, ProfilePoint } from './profile';
import { crossOf, planDistance, triangulatePiece, type Plan } from './strip-triangles';
import { WavefrontError } from './triangulate';
import type { Sweep } from './wavefront';

/** One end of a solid: its profile, cut at every ring it reaches, and where the side wall meets it. */
export interface SolidEnd {
  profile: Profile;
  /** Height of profile zero, metres along +Z. */
  z: number;
  /** +1 for the front (toward the audience), -1 for the back. */
  facing: 1 | -1;
}

export interface SurfaceInput {
  sweep: Sweep;
  /** Distance of each ring; the first is 0. */
  ringDistances: readonly number[];
  front: SolidEnd;
  back: SolidEnd;
  jitter: number;
  /** Area inside the outline, which each end must cover exactly. */
  area: number;
  /** Largest permitted difference between a node's height and its distance from its edge. */
  heightTolerance: number;
  /** Of a sweep outward, where profiles run from the face at the outline out to the side: what lies inside the outline. */
  outward?: {
    /** Triangles of the outline's own inside, as nodes. */
    inside: Int32Array;
    /** Edges from this one on are those of the frame around, and not part of the solid. */
    firstOfFrame: number;
  };
}

type Normal2 = readonly [number, number];

/**
 * Lays a surface over the plan of a sweep. Verifies as it goes that no plan triangle is flipped, that each end covers
 * the outline exactly and that every node lies at its distance from its edge; throws WavefrontError if not.
 */
export function surfaceOver(input: SurfaceInput): SolidMesh {
  return new Surface(input).build();
}

class Surface {
  private readonly mesh: MeshBuilder;
  private readonly plan: Plan;
  private readonly frames: EdgeFrames;
  private readonly keysPerNode: number;
  /** Drawn vertex of each node of the piece at hand, by node. */
  private readonly vertexOf: Int32Array;
  private readonly frontArcs: Float64Array;
  private readonly backArcs: Float64Array;

  constructor(private readonly input: SurfaceInput) {
    const { record } = input.sweep;
    this.plan = { x: record.x.data, y: record.y.data };
    this.vertexOf = new Int32Array(record.x.length);
    this.frames = new EdgeFrames(input.sweep);
    this.keysPerNode = input.front.profile.length + input.back.profile.length + 2;
    this.mesh = new MeshBuilder(record.x.length * this.keysPerNode);
    this.frontArcs = arcLengths(input.front.profile);
    this.backArcs = arcLengths(input.back.profile);
  }

  build(): SolidMesh {
    const { mesh } = this;
    const { front, back } = this.input;
    this.checkHeights();
    mesh.begin('face');
    const frontCap = this.cap(front);
    mesh.end();
    mesh.begin('bevel');
    const frontArea = this.bevel(front);
    const backArea = this.bevel(back);
    mesh.end();
    mesh.begin('side');
    this.sideWall();
    mesh.end();
    mesh.begin('back');
    const backCap = this.cap(back);
    mesh.end();
    const areas = [frontArea + frontCap, backArea + backCap];
    if (areas.some((area) => Math.abs(area - this.input.area) > 1e-6 * this.input.area))
      throw new WavefrontError('the plan does not cover the outline');
    return mesh.finish();
  }

  /** Key of a node's vertex on an end: its profile point, or one more for nodes between rings. */
  private key(node: number, end: SolidEnd, point: number): number {
    const offset = end.facing > 0 ? 0 : this.input.front.profile.length + 1;
    return node * this.keysPerNode + offset + point;
  }

  private checkHeights(): void {
    const { generators: g, record } = this.input.sweep;
    for (const { edge, nodes } of record.pieces) {
      const ux = g.directionX[edge] as number;
      const uy = g.directionY[edge] as number;
      for (const node of nodes) {
        const height = (record.x.at(node) - (g.originX[edge] as number)) * -uy + (record.y.at(node) - (g.originY[edge] as number)) * ux;
        if (Math.abs(height - record.time.at(node)) > this.input.heightTolerance) throw new WavefrontError('a node is not at its height');
      }
    }
  }

  private vertex(
    node: number,
    edge: number,
    end: SolidEnd,
    point: number,
    height: number,
    profileNormal: Normal2,
    arc = (end === this.input.front ? this.frontArcs : this.backArcs)[point] as number,
  ): number {
    const topo = this.mesh.topoVertex(
      this.key(node, end, point),
      this.plan.x[node] as number,
      this.plan.y[node] as number,
      end.z + end.facing * height,
    );
    const { frames } = this;
    const slot = frames.slotOf(node, edge);
    const out = this.input.outward ? profileNormal[0] : -profileNormal[0];
    return this.mesh.vertex(
      topo,
      frames.normalX.at(slot) * out,
      frames.normalY.at(slot) * out,
      end.facing * profileNormal[1],
      frames.along.at(slot),
      end.z + end.facing * arc,
    );
  }

  private triangle(end: SolidEnd, a: number, b: number, c: number): void {
    if (end.facing > 0) this.mesh.triangle(a, b, c);
    else this.mesh.triangle(a, c, b);
  }

  /** Adds the bevel of one end; returns the plan area that it covers. */
  private bevel(end: SolidEnd): number {
    const { sweep, ringDistances, jitter } = this.input;
    const { profile } = end;
    const segmentOfStrip = new Map<number, number>();
    for (let i = 0; i + 1 < profile.length; i++) {
      const from = (profile[i] as ProfilePoint).distance;
      if ((profile[i + 1] as ProfilePoint).distance > from) segmentOfStrip.set(ringDistances.indexOf(from), i);
      else this.step(end, i, ringDistances.indexOf(from));
    }
    const { vertexOf } = this;
    let area = 0;
    const emit = (a: number, b: number, c: number) => {
      area += this.planArea(a, b, c);
      this.triangle(end, vertexOf[a] as number, vertexOf[b] as number, vertexOf[c] as number);
    };
    for (const { edge, strip, nodes } of sweep.record.pieces) {
      const segment = segmentOfStrip.get(strip);
      if (segment === undefined || this.isFrame(edge)) continue;
      for (const node of nodes) vertexOf[node] = this.bevelVertex(node, edge, end, strip, segment);
      triangulatePiece(nodes, this.plan, 4 * jitter, emit);
    }
    return area;
  }

  private bevelVertex(node: number, edge: number, end: SolidEnd, strip: number, segment: number): number {
    const { record } = this.input.sweep;
    const from = end.profile[segment] as ProfilePoint;
    const to = end.profile[segment + 1] as ProfilePoint;
    const ring = record.ring.at(node);
    if (ring === strip) return this.vertex(node, edge, end, segment, from.height, from.after);
    if (ring === strip + 1) return this.vertex(node, edge, end, segment + 1, to.height, to.before);
    const share = (record.time.at(node) - from.distance) / (to.distance - from.distance);
    const out = from.after[0] + (to.before[0] - from.after[0]) * share;
    const up = from.after[1] + (to.before[1] - from.after[1]) * share;
    const length = Math.hypot(out, up) || 1;
    const arcs = end === this.input.front ? this.frontArcs : this.backArcs;
    const arc = (arcs[segment] as number) + ((arcs[segment + 1] as number) - (arcs[segment] as number)) * share;
    return this.vertex(
      node,
      edge,
      end,
      end.profile.length,
      from.height + (to.height - from.height) * share,
      [out / length, up / length],
      arc,
    );
  }

  private isFrame(edge: number): boolean {
    return this.input.outward !== undefined && edge >= this.input.outward.firstOfFrame;
  }

  /** A step of a profile: an upright wall between two copies of one ring. */
  private step(end: SolidEnd, i: number, ring: number): void {
    const from = end.profile[i] as ProfilePoint;
    const to = end.profile[i + 1] as ProfilePoint;
    this.eachRingEdge(ring, (a, b, edge) => {
      const low = [a, b].map((node) => this.vertex(node, edge, end, i, from.height, from.after)) as [number, number];
      const high = [a, b].map((node) => this.vertex(node, edge, end, i + 1, to.height, to.before)) as [number, number];
      // Swept outward, the profile comes down and the wall looks the other way.
      const [[bottomA, bottomB], [topA, topB]] = this.input.outward ? [high, low] : [low, high];
      const [a0, b0, a1, b1] = this.input.outward ? [bottomB, bottomA, topB, topA] : [bottomA, bottomB, topA, topB];
      this.triangle(end, a0, b0, b1);
      this.triangle(end, a0, b1, a1);
    });
  }

  private sideWall(): void {
    const { front, back, outward, ringDistances } = this.input;
    const level: Normal2 = [1, 0];
    const point = ({ profile }: SolidEnd) => (outward ? profile.length - 1 : 0);
    this.eachRingEdge(outward ? ringDistances.length - 1 : 0, (a, b, edge) => {
      const wall = (end: SolidEnd) => [a, b].map((node) => this.vertex(node, edge, end, point(end), 0, level, 0)) as [number, number];
      const [frontA, frontB] = outward ? (wall(front).reverse() as [number, number]) : wall(front);
      const [backA, backB] = outward ? (wall(back).reverse() as [number, number]) : wall(back);
      this.mesh.triangle(backA, backB, frontB);
      this.mesh.triangle(backA, frontB, frontA);
    });
  }

  private eachRingEdge(ring: number, visit: (a: number, b: number, edge: number) => void): void {
    const edges = this.input.sweep.record.rings[ring]?.edges ?? new Int32Array();
    for (let i = 0; i < edges.length; i += 3)
      if (!this.isFrame(edges[i + 2] as number)) visit(edges[i] as number, edges[i + 1] as number, edges[i + 2] as number);
  }

  /** Triangles of the flat part of an end, as nodes. */
  private capFill(end: SolidEnd): ArrayLike<number> {
    const { outward, ringDistances, sweep } = this.input;
    const edge = outward ? (end.profile[0] as ProfilePoint) : (end.profile[end.profile.length - 1] as ProfilePoint);
    const ring = ringDistances.indexOf(edge.distance);
    if (!outward) return (ring === 0 ? sweep.base : sweep.record.rings[ring]?.fill) ?? [];
    const fill = [...outward.inside];
    for (const piece of sweep.record.pieces) {
      if (piece.strip < ring && !this.isFrame(piece.edge))
        triangulatePiece(piece.nodes, this.plan, 4 * this.input.jitter, (a, b, c) => fill.push(a, b, c));
    }
    return fill;
  }

  /** Adds the flat part of an end; returns the plan area that it covers. */
  private cap(end: SolidEnd): number {
    const { mesh, plan } = this;
    const point = this.input.outward ? 0 : end.profile.length - 1;
    const z = end.z + end.facing * (end.profile[point] as ProfilePoint).height;
    const fill = this.capFill(end);
    const at = (i: number) => {
      const node = fill[i] as number;
      const [x, y] = [plan.x[node] as number, plan.y[node] as number];
      return mesh.vertex(mesh.topoVertex(this.key(node, end, point), x, y, z), 0, 0, end.facing, x * end.facing, y);
    };
    let area = 0;
    for (let i = 0; i < fill.length; i += 3) {
      this.triangle(end, at(i), at(i + 1), at(i + 2));
      area += this.planArea(fill[i] as number, fill[i + 1] as number, fill[i + 2] as number);
    }
    return area;
  }

  /** Area of a plan triangle, which must not be turned over by more than the jitter explains. */
  private planArea(a: number, b: number, c: number): number {
    const area = crossOf(this.plan, a, b, c) / 2;
    if (area < 0) {
      const longest = Math.max(planDistance(this.plan, a, b), planDistance(this.plan, b, c), planDistance(this.plan, c, a));
      if (-area > 3 * this.input.jitter * longest) throw new WavefrontError('a plan triangle is turned over');
    }
    return Math.abs(area);
  }
}

/** Length along a profile up to each of its points, and once more for what lies between. */
function arcLengths(profile: Profile): Float64Array {
  const arcs = new Float64Array(profile.length + 1);
  for (let i = 1; i < profile.length; i++) {
    const [p, q] = [profile[i - 1] as ProfilePoint, profile[i] as ProfilePoint];
    arcs[i] = (arcs[i - 1] as number) + Math.hypot(q.distance - p.distance, q.height - p.height);
  }
  return arcs;
}
