import { Matrix4, Vector3 } from 'three';
import { evaluate } from '@/core/frame/evaluate';
import { buildMark } from '@/core/frame/solids/build-mark';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { REGIONS, type SolidMesh } from '@/core/solid/mesh';
import { foldedNormal, LEAF, MeshTree, nodeCount, triangleCount, type PackedTree } from '@/picture/rays/packed-tree';
import { RayScene } from '@/picture/rays/ray-scene';
import { upperTree, worldBox } from '@/picture/rays/upper-tree';
import { Stage } from '@/picture/stage';

/** A bevelled ring. */
function ring(): SolidMesh {
  const production = emptyProduction('Ring', { width: 64, height: 36, rate: '25', length: 10 });
  addForm(production, 'ring');
  const piece = buildMark(production.marks[0] as (typeof production.marks)[number], []).pieces[0];
  if (!piece) throw new Error('Nothing was built.');
  return piece.mesh;
}

const floats = (words: Uint32Array) => new Float32Array(words.buffer, words.byteOffset, words.length);

/** The leaves of a tree in the order of a ray that meets every box. */
function leavesOf(nodes: Uint32Array): { first: number; count: number; node: number }[] {
  const found = [];
  for (let i = 0; i < nodes.length / 8; i++) {
    const content = nodes[8 * i + 7] as number;
    if (content >= LEAF) found.push({ first: content & 0xffffff, count: (content >>> 24) & 0x7f, node: i });
  }
  return found;
}

function cornersOf({ triangles }: PackedTree, triangle: number): Vector3[] {
  const places = floats(triangles);
  return [0, 1, 2].map((k) => new Vector3().fromArray(places, 12 * triangle + 4 * k));
}

/** Whether a node's box holds a point, as far as 32-bit numbers tell. */
function holds(nodes: Uint32Array, node: number, { x, y, z }: Vector3): boolean {
  const box = floats(nodes).subarray(8 * node, 8 * node + 8);
  return [x, y, z].every((v, k) => v >= (box[k] as number) - 1e-6 && v <= (box[4 + k] as number) + 1e-6);
}

describe('the tree of a mesh', () => {
  const mesh = ring();
  const packed = new MeshTree(mesh).pack(mesh.normals);

  test('has each triangle once, in a leaf whose box and all boxes above hold it', () => {
    const seen = new Set<number>();
    const { nodes } = packed;
    let outside = 0;
    for (const { first, count, node } of leavesOf(nodes)) {
      // A node stands above another where that lies between it and the node that follows when it is missed.
      const above = Array.from({ length: node + 1 }, (_, i) => i).filter((i) => node < (nodes[8 * i + 3] as number));
      for (let t = first; t < first + count; t++) {
        seen.add(t);
        for (const corner of cornersOf(packed, t)) outside += above.filter((i) => !holds(nodes, i, corner)).length;
      }
    }
    expect(outside).toBe(0);
    expect(seen.size).toBe(mesh.indices.length / 3);
    expect(triangleCount(packed)).toBe(mesh.indices.length / 3);
  });

  test('a miss goes on behind all that is below, and the last one ends it', () => {
    const { nodes } = packed;
    const skips = Array.from({ length: nodeCount(packed) }, (_, i) => nodes[8 * i + 3] as number);
    expect(skips.filter((skip, i) => skip <= i || skip > nodeCount(packed))).toEqual([]);
    expect(nodes[3]).toBe(nodeCount(packed));
  });

  test('each triangle knows its region: as many of each as the mesh has', () => {
    const counts = new Map<string, number>();
    for (let t = 0; t < triangleCount(packed); t++) {
      const region = REGIONS[(packed.triangles[12 * t + 3] as number) >>> 30] as string;
      counts.set(region, (counts.get(region) ?? 0) + 1);
    }
    for (const { region } of mesh.groups) {
      const wanted = mesh.groups.filter((group) => group.region === region).reduce((sum, { count }) => sum + count / 3, 0);
      expect(counts.get(region)).toBe(wanted);
    }
  });

  test('fitted to other places it holds those, without being built anew', () => {
    const tree = new MeshTree(mesh);
    tree.refit(mesh.positions.map((v) => 3 * v + 1));
    const moved = tree.pack(mesh.normals);
    expect(moved.nodes.length).toBe(packed.nodes.length);
    for (let k = 0; k < 6; k++) expect(moved.box[k]).toBeCloseTo(3 * (packed.box[k] as number) + 1, 5);
    const corners = Array.from({ length: triangleCount(moved) }, (_, t) => cornersOf(moved, t)).flat();
    expect(corners.filter((corner) => !holds(moved.nodes, 0, corner))).toEqual([]);
  });
});

// An octahedron's side is unfolded as the shader does it (Q. Meyer and others, 2010).
test('a folded normal comes back within a hundredth of a degree', () => {
  for (let i = 0; i < 200; i++) {
    const n = new Vector3(Math.sin(7 * i), Math.cos(3 * i + 1), Math.sin(11 * i + 2)).normalize();
    const word = foldedNormal(n.x, n.y, n.z);
    const [u, v] = [((word & 0x7fff) / 32767) * 2 - 1, (((word >> 15) & 0x7fff) / 32767) * 2 - 1];
    const z = 1 - Math.abs(u) - Math.abs(v);
    const back = new Vector3(z < 0 ? (1 - Math.abs(v)) * Math.sign(u || 1) : u, z < 0 ? (1 - Math.abs(u)) * Math.sign(v || 1) : v, z);
    expect((back.normalize().angleTo(n) * 180) / Math.PI).toBeLessThan(0.01);
  }
});

describe('the tree above', () => {
  const boxes = Array.from({ length: 13 }, (_, i) => [3 * Math.sin(i), i, Math.cos(i), 3 * Math.sin(i) + 1, i + 1, Math.cos(i) + 1]);

  test('has each mesh once, in boxes that hold its own', () => {
    const nodes = upperTree(boxes);
    const leaves = leavesOf(nodes);
    expect(leaves.map(({ first }) => first).sort((a, b) => a - b)).toEqual(boxes.map((_, i) => i));
    for (const { first, node } of leaves) {
      const box = boxes[first] as number[];
      for (const above of [0, node]) {
        expect(holds(nodes, above, new Vector3().fromArray(box))).toBe(true);
        expect(holds(nodes, above, new Vector3().fromArray(box, 3))).toBe(true);
      }
    }
    expect(upperTree([])).toHaveLength(0);
  });

  test('a box in the world holds all corners of the turned one', () => {
    const matrix = new Matrix4().makeRotationY(0.7).multiply(new Matrix4().makeRotationX(0.4)).setPosition(3, -2, 1);
    const box = worldBox([-1, -2, -3, 1, 2, 3], matrix.elements);
    for (const x of [-1, 1])
      for (const y of [-2, 2])
        for (const z of [-3, 3])
          new Vector3(x, y, z)
            .applyMatrix4(matrix)
            .toArray()
            .forEach((v, k) => {
              expect(v).toBeGreaterThanOrEqual(box[k] as number);
              expect(v).toBeLessThanOrEqual(box[3 + k] as number);
            });
  });
});

test('a mark that moves only rewrites where it stands: trees are given to the card once', () => {
  const production = emptyProduction('Moving', { width: 64, height: 36, rate: '25', length: 10 });
  const id = addForm(production, 'star');
  const [mark] = production.marks;
  if (!mark) throw new Error('There is no mark.');
  const solids = buildMark(mark, []);
  const [stage, scene] = [new Stage(), new RayScene(4096)];
  stage.setSolids(id, solids);
  const at = (x: number) => {
    mark.channels.x.rest = x;
    stage.pose(
      evaluate(structuredClone(production), 0, () => solids.bounds),
      'seen',
      () => [0, 0],
    );
    scene.update(stage.scene, stage.materials);
    return [scene.trees, scene.instances].map(({ texture }) => texture.version);
  };
  const [trees, instances] = at(0) as [number, number];
  const after = at(1);
  expect(after[0]).toBe(trees);
  expect(after[1]).toBeGreaterThan(instances);
});
