import { EventQueue, FrontEvent } from './event-queue';
import { FrontState, normalAlong, type Generators } from './front-state';
import { schedule } from './schedule';
import { SweepRecord, type RecordedRing } from './sweep-record';
import { WavefrontError } from './triangulate';
import type { FrontVertex } from './wavefront-input';

/** The plan of a bevelled solid: rings of a mitred wavefront, the strips between them, and what they enclose. */
export interface Sweep {
  generators: Generators;
  record: SweepRecord;
  /** Triangles of the outline itself, as nodes. */
  base: Int32Array;
}

/** Edges that meet at a smaller angle than this after an event still shade as one surface. */
const CREASE_COS = Math.cos((35 * Math.PI) / 180);

/**
 * Sweeps the edges of an outline inward at unit speed over a kinetic triangulation and records a ring at each of the
 * given distances. The arcs traced by the wavefront's vertices are those of the straight skeleton
 * (after O. Aichholzer and F. Aurenhammer, Straight skeletons for general polygonal figures, 1996).
 * @param distances rising, each over 0, in the unit of the coordinates
 * @param fillAt which of the rings (0 is the outline) need their inside as triangles
 * @param jitter largest shift of the wavefront's vertices that lifts exact degeneracy; recorded base nodes are not shifted
 * @throws WavefrontError where rounding defeats it; try another seed
 */
export function sweep(
  rings: readonly FrontVertex[][],
  distances: readonly number[],
  fillAt: ReadonlySet<number>,
  jitter: number,
  seed: number,
): Sweep {
  const front = new FrontState(rings, jitter, seed);
  const record = new SweepRecord(front.generators.count);
  for (const ring of rings) for (const v of ring) record.addNode(v.x, v.y, 0, 0);
  new Sweeper(front, record).run(distances, fillAt);
  return { generators: front.generators, record, base: front.base.corners };
}

class Sweeper {
  private readonly queue = new EventQueue();
  private now = 0;
  private dirty: number[] = [];

  constructor(
    private readonly front: FrontState,
    private readonly record: SweepRecord,
  ) {}

  run(distances: readonly number[], fillAt: ReadonlySet<number>): void {
    const { front, queue } = this;
    this.record.beginStrip(this.ring(0, fillAt.has(0)));
    const triangles = front.alive.length;
    for (let t = 0; t < triangles; t++) schedule(front, queue, t, 0);
    let budget = 200 * front.vertexCount + 20_000;
    distances.forEach((distance, i) => {
      while (queue.nextTime() <= distance) {
        const event = queue.pop();
        if (!event || !front.alive[event.triangle] || front.stamp[event.triangle] !== event.stamp) continue;
        if (--budget < 0) throw new WavefrontError('the sweep does not come to an end');
        this.now = Math.max(this.now, event.time);
        if (event.kind === FrontEvent.Edge) this.collapse(event.triangle, event.slot);
        else if (event.kind === FrontEvent.Split) this.split(event.triangle, event.slot);
        else this.flip(event.triangle, event.slot);
        for (const t of this.dirty) schedule(front, queue, t, this.now);
        this.dirty = [];
      }
      this.now = distance;
      this.record.endStrip(this.ring(distance, fillAt.has(i + 1)));
    });
  }

  /** Records where the wavefront stands now. Every vertex gets a node of its own, even where its arc has no length. */
  private ring(distance: number, fill: boolean): RecordedRing {
    const { front, record } = this;
    const nodeOf = new Map<number, number>();
    const nodeAt = (vertex: number): number => {
      let node = nodeOf.get(vertex);
      if (node === undefined) {
        if (distance === 0) node = front.node.at(vertex);
        else {
          node = record.addNode(front.xAt(vertex, distance), front.yAt(vertex, distance), distance, record.currentStrip + 1);
          this.endArc(vertex, node);
        }
        nodeOf.set(vertex, node);
      }
      return node;
    };
    const edges: number[] = [];
    const filling: number[] = [];
    for (let t = 0; t < front.alive.length; t++) {
      if (!front.alive[t]) continue;
      for (let k = 0; k < 3; k++) {
        const edge = front.constraints[3 * t + k] as number;
        if (edge < 0) continue;
        const a = nodeAt(this.corner(t, k + 1));
        const b = nodeAt(this.corner(t, k + 2));
        edges.push(a, b, edge);
        if (distance > 0) record.addHalf(edge, b, a);
      }
    }
    if (fill) {
      for (let t = 0; t < front.alive.length; t++) {
        if (front.alive[t]) for (let k = 0; k < 3; k++) filling.push(nodeAt(this.corner(t, k)));
      }
    }
    return { edges: Int32Array.from(edges), fill: fill ? Int32Array.from(filling) : null };
  }

  private corner(t: number, k: number): number {
    return this.front.corners[3 * t + (k % 3)] as number;
  }

  private endArc(vertex: number, node: number): void {
    const { front, record } = this;
    record.addArc(front.leftEdge.at(vertex), front.rightEdge.at(vertex), front.node.at(vertex), node, front.smooth.at(vertex));
    front.node.set(vertex, node);
  }

  private isSmooth(left: number, right: number, x: number, y: number): boolean {
    const g = this.front.generators;
    if (g.chain[left] !== g.chain[right]) return false;
    const a = normalAlong(g, left, x, y);
    const b = normalAlong(g, right, x, y);
    return a[0] * b[0] + a[1] * b[1] > CREASE_COS;
  }

  private slotOf(triangle: number, neighbour: number): number {
    const n = this.front.neighbours;
    for (let k = 0; k < 3; k++) if (n[3 * triangle + k] === neighbour) return 3 * triangle + k;
    throw new WavefrontError('neighbours disagree');
  }

  /** From a triangle across its side k, round the vertex `from`, putting `to` in its place. */
  private replaceAround(triangle: number, k: number, from: number, to: number): void {
    const { corners, neighbours, constraints } = this.front;
    let previous = triangle;
    let current = neighbours[3 * triangle + k] as number;
    for (let guard = 0; current >= 0; guard++) {
      if (guard > 100_000) throw new WavefrontError('a fan does not end');
      let i = 0;
      while (i < 3 && corners[3 * current + i] !== from) i++;
      if (i === 3) throw new WavefrontError('a fan lost its vertex');
      corners[3 * current + i] = to;
      this.dirty.push(current);
      const one = 3 * current + ((i + 1) % 3);
      const two = 3 * current + ((i + 2) % 3);
      const cameThrough = neighbours[one] === previous && (constraints[one] as number) < 0;
      previous = current;
      current = neighbours[cameThrough ? two : one] as number;
    }
  }

  /** A side of the wavefront shrinks to nothing: its two vertices become one, or a whole triangle closes. */
  private collapse(t: number, k: number): void {
    const { front, record, now } = this;
    const { neighbours, constraints } = front;
    const A = (k + 1) % 3;
    const B = (k + 2) % 3;
    const a = this.corner(t, A);
    const b = this.corner(t, B);
    // The slower vertex has moved less far from where it was exact.
    const steady = Math.hypot(front.vx.at(a), front.vy.at(a)) < Math.hypot(front.vx.at(b), front.vy.at(b)) ? a : b;
    const x = front.xAt(steady, now);
    const y = front.yAt(steady, now);
    const node = record.addNode(x, y, now);
    const left = front.leftEdge.at(a);
    const right = front.rightEdge.at(b);
    this.endArc(a, node);
    this.endArc(b, node);
    const acrossA = neighbours[3 * t + A] as number;
    const acrossB = neighbours[3 * t + B] as number;
    const edgeA = constraints[3 * t + A] as number;
    const edgeB = constraints[3 * t + B] as number;
    front.alive[t] = 0;
    if (edgeA >= 0 && edgeB >= 0) {
      this.endArc(this.corner(t, k), node);
      return;
    }
    const merged = front.addVertex(x, y, now, left, right, node, this.isSmooth(left, right, x, y));
    if (acrossB >= 0) this.replaceAround(t, B, a, merged);
    if (acrossA >= 0) this.replaceAround(t, A, b, merged);
    if (acrossB >= 0) this.join(this.slotOf(acrossB, t), acrossA, edgeA);
    if (acrossA >= 0) this.join(this.slotOf(acrossA, t), acrossB, edgeB);
  }

  /** Gives a triangle's slot the neighbour, or where there is none the constraint, that lay behind a triangle now gone. */
  private join(slot: number, neighbour: number, edge: number): void {
    this.front.neighbours[slot] = neighbour;
    if (neighbour < 0) this.front.constraints[slot] = edge;
  }

  /** A corner runs into an edge: the wavefront parts in two there. */
  private split(t: number, k: number): void {
    const { front, record, now } = this;
    const A = (k + 1) % 3;
    const B = (k + 2) % 3;
    const tip = this.corner(t, k);
    const edge = front.constraints[3 * t + k] as number;
    const x = front.xAt(tip, now);
    const y = front.yAt(tip, now);
    const node = record.addNode(x, y, now);
    this.endArc(tip, node);
    const tipLeft = front.leftEdge.at(tip);
    const tipRight = front.rightEdge.at(tip);
    const one = front.addVertex(x, y, now, edge, tipRight, node, this.isSmooth(edge, tipRight, x, y));
    const two = front.addVertex(x, y, now, tipLeft, edge, node, this.isSmooth(tipLeft, edge, x, y));
    const acrossB = front.neighbours[3 * t + B] as number;
    const acrossA = front.neighbours[3 * t + A] as number;
    front.alive[t] = 0;
    this.replaceAround(t, B, tip, one);
    this.replaceAround(t, A, tip, two);
    this.join(this.slotOf(acrossB, t), -1, edge);
    this.join(this.slotOf(acrossA, t), -1, edge);
  }

  /** Writes a triangle: its corners, and behind each its neighbour and constraint; the middle side is never constrained. */
  private put(t: number, a: number, b: number, c: number, overA: number, overB: number, overC: number, edgeA: number, edgeC: number): void {
    const { corners, neighbours, constraints } = this.front;
    const at = 3 * t;
    corners[at] = a;
    corners[at + 1] = b;
    corners[at + 2] = c;
    neighbours[at] = overA;
    neighbours[at + 1] = overB;
    neighbours[at + 2] = overC;
    constraints[at] = edgeA;
    constraints[at + 1] = -1;
    constraints[at + 2] = edgeC;
  }

  /** A triangle of the inside turns over: the side k it shares with its neighbour becomes the other diagonal. */
  private flip(t: number, k: number): void {
    const { corners, neighbours, constraints } = this.front;
    const u = neighbours[3 * t + k] as number;
    if (u < 0) throw new WavefrontError('an edge of the outline would have to turn');
    const j = this.slotOf(u, t) - 3 * u;
    const A = 3 * t + ((k + 1) % 3);
    const B = 3 * t + ((k + 2) % 3);
    const J1 = 3 * u + ((j + 1) % 3);
    const J2 = 3 * u + ((j + 2) % 3);
    const p = corners[3 * t + k] as number;
    const q = corners[A] as number;
    const s = corners[B] as number;
    const r = corners[3 * u + j] as number;
    const acrossT = neighbours[J1] as number;
    const acrossU = neighbours[A] as number;
    const edgeT = constraints[J1] as number;
    const edgeU = constraints[A] as number;
    const keptT = neighbours[B] as number;
    const keptU = neighbours[J2] as number;
    const keptEdgeT = constraints[B] as number;
    const keptEdgeU = constraints[J2] as number;
    if (acrossT >= 0) neighbours[this.slotOf(acrossT, u)] = t;
    if (acrossU >= 0) neighbours[this.slotOf(acrossU, t)] = u;
    this.put(t, p, q, r, acrossT, u, keptT, edgeT, keptEdgeT);
    this.put(u, r, s, p, acrossU, t, keptU, edgeU, keptEdgeU);
    this.dirty.push(t, u);
  }
}
