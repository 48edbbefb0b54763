import { seededRandom } from '../motion/random';
import { FloatList, IntList } from './growing';
import { triangulateInside, WavefrontError, type Triangulation } from './triangulate';
import type { FrontVertex } from './wavefront-input';

/** The outline's edges, which sweep inward at unit speed. Normals point into the solid. */
export interface Generators {
  count: number;
  originX: Float64Array;
  originY: Float64Array;
  directionX: Float64Array;
  directionY: Float64Array;
  length: Float64Array;
  /** True normals of the outline at the start and end of each edge: x, y, x, y. */
  normals: Float64Array;
  /** Edges joined by smooth vertices share a chain. */
  chain: Int32Array;
}

/** Everything of a wavefront that moves: its vertices, and the triangulation of what it has not swept yet. */
export class FrontState {
  readonly generators: Generators;
  readonly base: Triangulation;
  readonly corners: Int32Array;
  readonly neighbours: Int32Array;
  readonly constraints: Int32Array;
  readonly alive: Uint8Array;
  readonly stamp: Int32Array;
  readonly vertexCount: number;

  /** Moving vertices: place at birth, time of birth, velocity, the two edges they run between, node they left last. */
  readonly x = new FloatList();
  readonly y = new FloatList();
  readonly born = new FloatList();
  readonly vx = new FloatList();
  readonly vy = new FloatList();
  readonly leftEdge = new IntList();
  readonly rightEdge = new IntList();
  readonly node = new IntList();
  readonly smooth = new IntList();

  constructor(rings: readonly FrontVertex[][], jitter: number, seed: number) {
    const random = seededRandom(seed);
    const count = rings.reduce((sum, ring) => sum + ring.length, 0);
    const points = new Float64Array(2 * count);
    const edges = new Int32Array(2 * count);
    const g: Generators = (this.generators = {
      count,
      originX: new Float64Array(count),
      originY: new Float64Array(count),
      directionX: new Float64Array(count),
      directionY: new Float64Array(count),
      length: new Float64Array(count),
      normals: new Float64Array(4 * count),
      chain: new Int32Array(count),
    });
    let first = 0;
    let chain = 0;
    for (const ring of rings) {
      const size = ring.length;
      ring.forEach((v, i) => {
        points[2 * (first + i)] = v.x + (random() * 2 - 1) * jitter;
        points[2 * (first + i) + 1] = v.y + (random() * 2 - 1) * jitter;
      });
      const corner = Math.max(
        0,
        ring.findIndex((v) => !v.smooth),
      );
      for (let q = 0; q < size; q++) {
        const i = (corner + q) % size;
        if (q === 0 || !(ring[i] as FrontVertex).smooth) chain++;
        g.chain[first + i] = chain;
      }
      for (let i = 0; i < size; i++) {
        const e = first + i;
        const next = first + ((i + 1) % size);
        const dx = (points[2 * next] as number) - (points[2 * e] as number);
        const dy = (points[2 * next + 1] as number) - (points[2 * e + 1] as number);
        const length = Math.hypot(dx, dy);
        if (!(length > 0)) throw new WavefrontError('an edge has no length');
        g.originX[e] = points[2 * e] as number;
        g.originY[e] = points[2 * e + 1] as number;
        g.directionX[e] = dx / length;
        g.directionY[e] = dy / length;
        g.length[e] = length;
        const from = ring[i] as FrontVertex;
        const to = ring[(i + 1) % size] as FrontVertex;
        g.normals[4 * e] = from.afterNormalX;
        g.normals[4 * e + 1] = from.afterNormalY;
        g.normals[4 * e + 2] = to.beforeNormalX;
        g.normals[4 * e + 3] = to.beforeNormalY;
        edges[2 * e] = e;
        edges[2 * e + 1] = next;
      }
      first += size;
    }
    this.vertexCount = count;
    first = 0;
    for (const ring of rings) {
      for (let i = 0; i < ring.length; i++) {
        const v = first + i;
        const before = first + ((i + ring.length - 1) % ring.length);
        this.addVertex(points[2 * v] as number, points[2 * v + 1] as number, 0, before, v, v, (ring[i] as FrontVertex).smooth);
      }
      first += ring.length;
    }
    this.base = triangulateInside(points, edges);
    this.corners = this.base.corners.slice();
    this.neighbours = this.base.neighbours.slice();
    this.constraints = this.base.constraints.slice();
    this.alive = new Uint8Array(this.corners.length / 3).fill(1);
    this.stamp = new Int32Array(this.corners.length / 3);
  }

  /** Adds a moving vertex between two edges; it moves so that it keeps the same distance from both. */
  addVertex(x: number, y: number, time: number, left: number, right: number, node: number, smooth: boolean): number {
    const { directionX, directionY } = this.generators;
    const ax = -(directionY[left] as number);
    const ay = directionX[left] as number;
    const bx = -(directionY[right] as number);
    const by = directionX[right] as number;
    const cosine = ax * bx + ay * by;
    const cross = ax * by - ay * bx;
    let vx: number;
    let vy: number;
    if (cosine > -0.5) {
      vx = (ax + bx) / (1 + cosine);
      vy = (ay + by) / (1 + cosine);
    } else {
      // Nearly opposite edges: the bisector form loses its digits, the cross-product form does not.
      if (Math.abs(cross) < 1e-13) throw new WavefrontError('two edges face each other exactly');
      vx = (by - ay) / cross;
      vy = (ax - bx) / cross;
    }
    this.x.push(x);
    this.y.push(y);
    this.born.push(time);
    this.vx.push(vx);
    this.vy.push(vy);
    this.leftEdge.push(left);
    this.rightEdge.push(right);
    this.smooth.push(smooth ? 1 : 0);
    return this.node.push(node);
  }

  xAt(vertex: number, time: number): number {
    return this.x.at(vertex) + this.vx.at(vertex) * (time - this.born.at(vertex));
  }
  yAt(vertex: number, time: number): number {
    return this.y.at(vertex) + this.vy.at(vertex) * (time - this.born.at(vertex));
  }
}

/** The true normal of the outline at the foot of a point on a generator, pointing into the solid. */
export function normalAlong(g: Generators, edge: number, x: number, y: number): readonly [number, number] {
  const along =
    (x - (g.originX[edge] as number)) * (g.directionX[edge] as number) + (y - (g.originY[edge] as number)) * (g.directionY[edge] as number);
  const share = Math.max(0, Math.min(1, along / (g.length[edge] as number)));
  const { normals } = g;
  const i = 4 * edge;
  const nx = (normals[i] as number) + ((normals[i + 2] as number) - (normals[i] as number)) * share;
  const ny = (normals[i + 1] as number) + ((normals[i + 3] as number) - (normals[i + 1] as number)) * share;
  const length = Math.hypot(nx, ny) || 1;
  return [nx / length, ny / length];
}
