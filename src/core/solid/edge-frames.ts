import { normalAlong } from './front-state';
import { FloatList, IntList } from './growing';
import type { Sweep } from './wavefront';

/**
 * What the nodes of a sweep have for the faces of the outline's edges: which way the face looks there, and how far along the outline it
 * is.
 */
export class EdgeFrames {
  /** By slot: horizontal normal, the way the edge was swept. */
  readonly normalX = new FloatList(1024);
  readonly normalY = new FloatList(1024);
  /** By slot: metres along the outline. */
  readonly along = new FloatList(1024);
  private readonly firstSlot: Int32Array;
  private readonly nextSlot = new IntList(1024);
  private readonly slotEdge = new IntList(1024);
  /** Where each edge begins on its outline, and how long that outline is, metres. */
  private readonly edgeStart: Float64Array;
  private readonly outlineLength: Float64Array;
  private readonly group: number[] = [];
  private readonly groupAlong: number[] = [];

  constructor(private readonly sweep: Sweep) {
    this.firstSlot = new Int32Array(sweep.record.x.length).fill(-1);
    this.edgeStart = new Float64Array(sweep.generators.count);
    this.outlineLength = new Float64Array(sweep.generators.count);
    this.measureOutlines();
  }

  private measureOutlines(): void {
    const { count, originX, originY, directionX, directionY, length } = this.sweep.generators;
    let first = 0;
    let sum = 0;
    for (let e = 0; e < count; e++) {
      this.edgeStart[e] = sum;
      sum += length[e] as number;
      const endX = (originX[e] as number) + (directionX[e] as number) * (length[e] as number);
      const endY = (originY[e] as number) + (directionY[e] as number) * (length[e] as number);
      if (e + 1 < count && Math.abs(endX - (originX[e + 1] as number)) + Math.abs(endY - (originY[e + 1] as number)) < 1e-12) continue;
      this.outlineLength.fill(sum, first, e + 1);
      first = e + 1;
      sum = 0;
    }
  }

  /**
   * Slot of what a node has for the face of an edge: its horizontal normal, the way it was swept, and how far along the outline it
   * stands. Faces joined by
   * smooth arcs share the normal, and the mean of where their edges put it, so that light and texture run on round a curve; edges at the
   * other end of the outline
   * keep theirs, and the seam of the texture falls between them.
   */
  slotOf(node: number, edge: number): number {
    const { generators: g, record } = this.sweep;
    // A node has a few faces only: a list is quicker than a map.
    for (let slot = this.firstSlot[node] as number; slot >= 0; slot = this.nextSlot.at(slot))
      if (this.slotEdge.at(slot) === edge) return slot;
    const { group, groupAlong } = this;
    record.smoothGroup(node, edge, group);
    const [px, py] = [record.x.at(node), record.y.at(node)];
    let nx = 0;
    let ny = 0;
    for (let i = 0; i < group.length; i++) {
      const member = group[i] as number;
      const n = normalAlong(g, member, px, py);
      nx += n[0];
      ny += n[1];
      groupAlong[i] =
        (this.edgeStart[member] as number) +
        (px - (g.originX[member] as number)) * (g.directionX[member] as number) +
        (py - (g.originY[member] as number)) * (g.directionY[member] as number);
    }
    const length = Math.hypot(nx, ny) || 1;
    for (let i = 0; i < group.length; i++) {
      const member = group[i] as number;
      const own = groupAlong[i] as number;
      const reach = 0.3 * (this.outlineLength[member] as number);
      let sum = 0;
      let near = 0;
      for (let j = 0; j < group.length; j++) {
        const other = groupAlong[j] as number;
        if (Math.abs(other - own) > reach) continue;
        sum += other;
        near++;
      }
      this.normalX.push(nx / length);
      this.normalY.push(ny / length);
      this.along.push(sum / near);
      this.slotEdge.push(member);
      this.firstSlot[node] = this.nextSlot.push(this.firstSlot[node] as number);
    }
    // The group begins with the edge itself.
    return this.nextSlot.length - group.length;
  }
}
