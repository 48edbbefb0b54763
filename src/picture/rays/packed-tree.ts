import { BufferAttribute, BufferGeometry } from 'three';
import { MeshBVH, SAH } from 'three-mesh-bvh';
import { REGIONS, type SolidMesh } from '@/core/solid/mesh';

/** A word of a node that is a leaf has this bit; below it seven bits of how many triangles it has, and which is the first. */
export const LEAF = 0x80000000;
const COUNT_SHIFT = 24;
/** Most triangles of one mesh: the place of the first in a leaf has 24 bits. */
export const MOST_TRIANGLES = 2 ** COUNT_SHIFT;
const LEAF_SIZE = 6;

/** A tree of a mesh's triangles as the graphics card walks it: 32-bit words, four a texel. */
export interface PackedTree {
  /**
   * Two texels a node, depth first, so that the left child of node i is i + 1: min.xyz, skip | max.xyz, content. `skip` is the node to go
   * on with where this one is missed or done; `content` is a leaf's word, or 0.
   */
  nodes: Uint32Array;
  /**
   * Three texels a triangle, in the order of the leaves: place.xyz, normal of each corner. A normal is folded onto an octahedron, 15 bits
   * each way; the two highest bits of the first corner's are the region.
   */
  triangles: Uint32Array;
  /** min.xyz, max.xyz, metres in the mesh's own frame. */
  box: Float32Array;
}

export const nodeCount = ({ nodes }: Pick<PackedTree, 'nodes'>): number => nodes.length / 8;
export const triangleCount = ({ triangles }: PackedTree): number => triangles.length / 12;

const FOLDED = 32767;

/** A unit vector in 30 bits (octahedral: Q. Meyer and others, 2010). */
export function foldedNormal(x: number, y: number, z: number): number {
  const length = Math.abs(x) + Math.abs(y) + Math.abs(z) || 1;
  let [u, v] = [x / length, y / length];
  if (z < 0) [u, v] = [(1 - Math.abs(v)) * (u < 0 ? -1 : 1), (1 - Math.abs(u)) * (v < 0 ? -1 : 1)];
  const word = (share: number) => Math.round((share * 0.5 + 0.5) * FOLDED);
  return (word(v) << 15) | word(u);
}

/** The tree of one mesh: built once, fitted anew where only its places change, and packed. */
export class MeshTree {
  private readonly bounds: MeshBVH;
  private readonly regions: Uint8Array;

  constructor({ positions, indices, groups }: Pick<SolidMesh, 'positions' | 'indices' | 'groups'>) {
    this.regions = new Uint8Array(positions.length / 3);
    // Vertices are split between regions, so a vertex tells that of its triangles; the tree puts those into an order of its own.
    for (const { region, start, count } of groups) {
      const code = REGIONS.indexOf(region);
      for (let i = start; i < start + count; i++) this.regions[indices[i] as number] = code;
    }
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(positions.slice(), 3));
    geometry.setIndex(new BufferAttribute(indices.slice(), 1));
    this.bounds = new MeshBVH(geometry, { strategy: SAH, targetLeafSize: LEAF_SIZE } as ConstructorParameters<typeof MeshBVH>[1]);
  }

  /** Takes other places of the same vertices. */
  refit(positions: Float32Array): void {
    const { geometry } = this.bounds;
    (geometry.getAttribute('position') as BufferAttribute).copyArray(positions);
    this.bounds.refit();
  }

  /** @param normals of the vertices */
  pack(normals: Float32Array): PackedTree {
    const { geometry } = this.bounds;
    const order = (geometry.index as BufferAttribute).array;
    const positions = geometry.getAttribute('position').array as Float32Array;
    const triangles = new Uint32Array(4 * order.length);
    const places = new Float32Array(triangles.buffer);
    for (let i = 0; i < order.length; i++) {
      const v = order[i] as number;
      for (let k = 0; k < 3; k++) places[4 * i + k] = positions[3 * v + k] as number;
      const normal = foldedNormal(normals[3 * v] as number, normals[3 * v + 1] as number, normals[3 * v + 2] as number);
      triangles[4 * i + 3] = i % 3 === 0 ? (normal | ((this.regions[v] as number) << 30)) >>> 0 : normal;
    }
    const [root] = (this.bounds as unknown as { _roots: [ArrayBuffer] })._roots;
    return { nodes: packedNodes(root), triangles, box: new Float32Array(root.slice(0, 24)) };
  }
}

/** Nodes as the library keeps them: min, max, right child or first triangle, axis or the mark of a leaf with its count; 32 bytes each. */
function packedNodes(root: ArrayBuffer): Uint32Array {
  const words = new Uint32Array(root);
  const halves = new Uint16Array(root);
  const nodes = new Uint32Array(words.length);
  const visit = (node: number, skip: number): void => {
    const at = 8 * node;
    nodes.set(words.subarray(at, at + 3), at);
    nodes.set(words.subarray(at + 3, at + 6), at + 4);
    nodes[at + 3] = skip;
    const word = words[at + 6] as number;
    if (halves[2 * at + 15] === 0xffff) {
      nodes[at + 7] = (LEAF | ((halves[2 * at + 14] as number) << COUNT_SHIFT) | word) >>> 0;
      return;
    }
    // The library tells its right child from the node it belongs to.
    const right = node + word;
    visit(node + 1, right);
    visit(right, skip);
  };
  visit(0, nodes.length / 8);
  return nodes;
}
