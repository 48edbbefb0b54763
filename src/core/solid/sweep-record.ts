import { FloatList, IntList } from './growing';
import { WavefrontError } from './triangulate';

/** A face of the swept surface between two rings: the plan polygon that one edge of the outline covers there. */
export interface StripPiece {
  edge: number;
  /** Strip s lies between ring s and ring s + 1. */
  strip: number;
  nodes: number[];
}

/** One ring of the wavefront: directed edges as triples (node, node, generating edge), and what lies inside it. */
export interface RecordedRing {
  edges: Int32Array;
  /** Triangles of nodes that fill the ring; only recorded where a face will be needed. */
  fill: Int32Array | null;
}

/**
 * What the sweep leaves behind: nodes with the time they were passed, arcs between them, strip pieces and rings.
 * Every strip is traced from the half-edges that the arcs and rings lay down, so its pieces always close.
 */
export class SweepRecord {
  readonly x = new FloatList(1024);
  readonly y = new FloatList(1024);
  readonly time = new FloatList(1024);
  /** Ring a node lies on, or -1 for one between rings. */
  readonly ring = new IntList(1024);
  readonly pieces: StripPiece[] = [];
  readonly rings: RecordedRing[] = [];

  readonly arcLeft = new IntList(1024);
  readonly arcRight = new IntList(1024);
  readonly arcSmooth = new IntList(1024);
  /** Arcs at a node, as a linked list: the node's first entry, and of each entry its arc and the next entry. */
  private readonly firstEntry = new IntList(1024);
  private readonly entryArc = new IntList(1024);
  private readonly entryNext = new IntList(1024);

  private readonly halfFrom = new IntList(1024);
  private readonly halfTo = new IntList(1024);
  private readonly halfNext = new IntList(1024);
  private readonly firstHalf: Int32Array;
  private touched: number[] = [];
  private strip = 0;

  constructor(edgeCount: number) {
    this.firstHalf = new Int32Array(edgeCount).fill(-1);
  }

  get currentStrip(): number {
    return this.strip;
  }

  addNode(x: number, y: number, time: number, ring = -1): number {
    this.y.push(y);
    this.time.push(time);
    this.ring.push(ring);
    this.firstEntry.push(-1);
    return this.x.push(x);
  }

  addHalf(edge: number, from: number, to: number): void {
    const head = this.firstHalf[edge] as number;
    if (head < 0) this.touched.push(edge);
    this.halfFrom.push(from);
    this.halfTo.push(to);
    this.firstHalf[edge] = this.halfNext.push(head);
  }

  /** An arc: the path of a wavefront vertex between edges `left` and `right`, from one node to the next. */
  addArc(left: number, right: number, from: number, to: number, smooth: number): void {
    this.addHalf(left, from, to);
    this.addHalf(right, to, from);
    this.arcLeft.push(left);
    this.arcRight.push(right);
    const arc = this.arcSmooth.push(smooth);
    for (const node of [from, to]) {
      this.entryArc.push(arc);
      this.firstEntry.set(node, this.entryNext.push(this.firstEntry.at(node)));
    }
  }

  /** Fills `group` with the edges that smooth arcs at a node join to this one, itself first. */
  smoothGroup(node: number, edge: number, group: number[]): void {
    group.length = 1;
    group[0] = edge;
    for (let grown = true; grown;) {
      grown = false;
      for (let e = this.firstEntry.at(node); e >= 0; e = this.entryNext.at(e)) {
        const arc = this.entryArc.at(e);
        if (!this.arcSmooth.at(arc)) continue;
        const left = this.arcLeft.at(arc);
        const right = this.arcRight.at(arc);
        const hasLeft = group.includes(left);
        if (hasLeft === group.includes(right)) continue;
        group.push(hasLeft ? right : left);
        grown = true;
      }
    }
  }

  /** Ends the current strip: traces its pieces and starts the next one from the ring's own edges. */
  endStrip(ring: RecordedRing): void {
    for (const edge of this.touched) this.tracePieces(edge);
    this.strip++;
    this.beginStrip(ring);
  }

  beginStrip(ring: RecordedRing): void {
    for (const edge of this.touched) this.firstHalf[edge] = -1;
    this.touched = [];
    this.halfFrom.length = this.halfTo.length = this.halfNext.length = 0;
    this.rings.push(ring);
    const { edges } = ring;
    for (let i = 0; i < edges.length; i += 3) this.addHalf(edges[i + 2] as number, edges[i] as number, edges[i + 1] as number);
  }

  private tracePieces(edge: number): void {
    const from: number[] = [];
    const to: number[] = [];
    for (let h = this.firstHalf[edge] as number; h >= 0; h = this.halfNext.at(h)) {
      const start = this.halfFrom.at(h);
      if (from.includes(start)) throw new WavefrontError('a strip crosses itself');
      from.push(start);
      to.push(this.halfTo.at(h));
    }
    const used = new Uint8Array(from.length);
    for (let first = from.length - 1; first >= 0; first--) {
      if (used[first]) continue;
      const nodes: number[] = [];
      let i = first;
      do {
        used[i] = 1;
        nodes.push(from[i] as number);
        i = from.indexOf(to[i] as number);
        if (i < 0) throw new WavefrontError('a strip is open');
      } while (i !== first);
      this.pieces.push({ edge, strip: this.strip, nodes });
    }
  }
}
