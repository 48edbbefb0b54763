import { LEAF } from './packed-tree';

/** min.xyz, max.xyz */
export type TreeBox = ArrayLike<number>;

/**
 * The box in the world about a box in a mesh, rounded outwards: a ray is taken into the mesh's frame with other rounding.
 * @param m the mesh's place in the world, by columns
 */
export function worldBox(box: TreeBox, m: ArrayLike<number>): Float32Array {
  const at = (list: ArrayLike<number>, i: number) => list[i] as number;
  const out = new Float32Array(6);
  for (let k = 0; k < 3; k++) {
    let low = at(m, 12 + k);
    let high = low;
    for (let a = 0; a < 3; a++) {
      const [p, q] = [at(m, 4 * a + k) * at(box, a), at(m, 4 * a + k) * at(box, 3 + a)];
      low += Math.min(p, q);
      high += Math.max(p, q);
    }
    out[k] = low - 1e-6 * (1 + Math.abs(low));
    out[3 + k] = high + 1e-6 * (1 + Math.abs(high));
  }
  return out;
}

/**
 * The tree above the meshes' own, a mesh a leaf: nodes as those of a mesh. Halved at the median of the longest side: with 300 boxes
 * it takes less than a millisecond, and there may be another every sub-frame.
 */
export function upperTree(boxes: readonly TreeBox[]): Uint32Array {
  const nodes = new Uint32Array(8 * Math.max(0, 2 * boxes.length - 1));
  const places = new Float32Array(nodes.buffer);
  const side = (member: number, k: number) => boxes[member]?.[k] ?? 0;
  let next = 0;
  const build = (members: number[]): void => {
    const at = 8 * next++;
    const middles = [0, 1, 2].map((k) => {
      const [low, high] = [Math.min(...members.map((m) => side(m, k))), Math.max(...members.map((m) => side(m, 3 + k)))];
      places[at + k] = low;
      places[at + 4 + k] = high;
      const sums = members.map((m) => side(m, k) + side(m, 3 + k));
      return Math.max(...sums) - Math.min(...sums);
    });
    if (members.length === 1) {
      nodes[at + 7] = (LEAF | (1 << 24) | (members[0] as number)) >>> 0;
    } else {
      const axis = middles.indexOf(Math.max(...middles));
      // Equal ones by their number: the same marks make the same tree.
      members.sort((a, b) => side(a, axis) + side(a, 3 + axis) - side(b, axis) - side(b, 3 + axis) || a - b);
      const half = members.length >> 1;
      build(members.slice(0, half));
      build(members.slice(half));
    }
    nodes[at + 3] = next;
  };
  if (boxes.length > 0) build(boxes.map((_, i) => i));
  return nodes;
}
