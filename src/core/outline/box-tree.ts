/** Boxes in the plane, as x0, y0, x1, y1, in a balanced tree: what lies near a place is found without asking all of them. */
export class BoxTree {
  private readonly order: Uint32Array;
  /** Extent of every subtree, by its number: the root is 1, the halves of k are 2k and 2k + 1. */
  private readonly extents: Float64Array;

  /** @param boxes four numbers a box, one box after the other */
  constructor(private readonly boxes: Float64Array) {
    const count = boxes.length / 4;
    this.order = Uint32Array.from({ length: count }, (_, i) => i);
    let nodes = 2;
    while (nodes < count / LEAF) nodes *= 2;
    this.extents = new Float64Array(8 * nodes);
    if (count > 0) this.build(1, 0, count, nodes);
  }

  /**
   * Visits every box that meets a place, edges included, until one is what was looked for.
   * @param found told the index of a box; true ends the search
   * @returns whether it was ended so
   */
  some(x0: number, y0: number, x1: number, y1: number, found: (index: number) => boolean): boolean {
    return this.order.length > 0 && this.search(1, 0, this.order.length, [x0, y0, x1, y1], found);
  }

  private build(node: number, from: number, to: number, inner: number): void {
    const { boxes, order } = this;
    const extent = [Infinity, Infinity, -Infinity, -Infinity] as [number, number, number, number];
    for (let i = from; i < to; i++) {
      const b = 4 * (order[i] as number);
      extent[0] = Math.min(extent[0], boxes[b] as number);
      extent[1] = Math.min(extent[1], boxes[b + 1] as number);
      extent[2] = Math.max(extent[2], boxes[b + 2] as number);
      extent[3] = Math.max(extent[3], boxes[b + 3] as number);
    }
    this.extents.set(extent, 4 * node);
    if (node >= inner || to - from <= LEAF) return;
    // Halved along the longer side, by the middles of the boxes.
    const axis = extent[2] - extent[0] >= extent[3] - extent[1] ? 0 : 1;
    const middle = (i: number) => (boxes[4 * i + axis] as number) + (boxes[4 * i + axis + 2] as number);
    order.subarray(from, to).sort((a, b) => middle(a) - middle(b));
    const half = (from + to) >> 1;
    this.build(2 * node, from, half, inner);
    this.build(2 * node + 1, half, to, inner);
  }

  private search(node: number, from: number, to: number, place: readonly number[], found: (index: number) => boolean): boolean {
    if (!this.meets(this.extents, 4 * node, place)) return false;
    if (4 * node >= this.extents.length / 2 || to - from <= LEAF) {
      for (let i = from; i < to; i++) {
        const index = this.order[i] as number;
        if (this.meets(this.boxes, 4 * index, place) && found(index)) return true;
      }
      return false;
    }
    const half = (from + to) >> 1;
    return this.search(2 * node, from, half, place, found) || this.search(2 * node + 1, half, to, place, found);
  }

  private meets(of: Float64Array, at: number, [x0, y0, x1, y1]: readonly number[]): boolean {
    return (
      (of[at] as number) <= (x1 as number) &&
      (of[at + 2] as number) >= (x0 as number) &&
      (of[at + 1] as number) <= (y1 as number) &&
      (of[at + 3] as number) >= (y0 as number)
    );
  }
}

/** Boxes that are looked through one by one. */
const LEAF = 8;
