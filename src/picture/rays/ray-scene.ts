import { Mesh, type BufferAttribute, type BufferGeometry, type Material, type Object3D } from 'three';
import { REGIONS, type SolidMesh } from '@/core/solid/mesh';
import { instanceRow } from './instance-table';
import { LEAF, MeshTree, MOST_TRIANGLES, nodeCount, triangleCount, type PackedTree } from './packed-tree';
import { SlotMaterial } from '../surfaces/slot-material';
import { NOTHING_ROW, type SlotMaterials } from '../surfaces/slot-materials';
import { isThin } from '../surfaces/surface-table';
import { numberTable, TABLE_WIDTH, wordTable } from '../tables';
import { upperTree, worldBox } from './upper-tree';

interface KeptTree {
  tree: MeshTree;
  packed: PackedTree;
  /** Of the geometry's places: they change with pressure and depth. */
  version: number;
}

/** The geometries of solids say what they are made of. */
type SolidGeometry = BufferGeometry & { userData: { solid?: Pick<SolidMesh, 'groups'> } };

const trees = new WeakMap<BufferGeometry, KeptTree>();

/** The tree of a geometry: built on the first look, fitted anew where only places have changed since. */
function treeOf(geometry: SolidGeometry): KeptTree {
  const place = geometry.getAttribute('position') as BufferAttribute;
  const normal = geometry.getAttribute('normal') as BufferAttribute;
  const [positions, normals] = [place.array as Float32Array, normal.array as Float32Array];
  const known = trees.get(geometry);
  if (known?.version === place.version) return known;
  if (known) known.tree.refit(positions);
  const tree =
    known?.tree ??
    new MeshTree({ positions, indices: geometry.index?.array as Uint32Array, groups: geometry.userData.solid?.groups ?? [] });
  const made = { tree, packed: tree.pack(normals), version: place.version };
  trees.set(geometry, made);
  return made;
}

/** Light cannot be followed by rays here; the message says why, in words. */
export class NoRays extends Error {}

/** What rays meet, in tables on the graphics card: trees of meshes, their places, their surfaces. */
export class RayScene {
  /** Nodes of all trees, then their triangles. */
  readonly trees = wordTable();
  firstTriangle = 0;
  readonly upper = wordTable();
  readonly instances = numberTable();
  /** Nodes of the upper tree. */
  upperCount = 0;
  private placed: readonly PackedTree[] = [];
  private readonly firstNode = new Map<PackedTree, number>();

  /** @param mostRows of a table: the largest size of a texture */
  constructor(private readonly mostRows: number) {}

  /**
   * Takes what is seen in a scene; its surfaces stand in the table of its materials. Moving meshes only rewrite their places and the upper
   * tree.
   * @throws NoRays where there is more than the tables hold
   */
  update(scene: Object3D, materials: SlotMaterials): void {
    const meshes: Mesh<SolidGeometry, Material[]>[] = [];
    const visit = (object: Object3D) => {
      if (!object.visible) return;
      if (object instanceof Mesh && Array.isArray(object.material)) meshes.push(object as Mesh<SolidGeometry, Material[]>);
      object.children.forEach(visit);
    };
    visit(scene);
    const kept = meshes.map(({ geometry }) => treeOf(geometry));
    this.place([...new Set(kept.map(({ packed }) => packed))]);
    const row = (of: Material | undefined): number => (of instanceof SlotMaterial && of.isMet ? of.row : NOTHING_ROW);
    const boxes: Float32Array[] = [];
    const rows = meshes.map((mesh, i) => {
      const { packed } = kept[i] as KeptTree;
      boxes.push(worldBox(packed.box, mesh.matrixWorld.elements));
      const of: [number, number, number, number] = [NOTHING_ROW, NOTHING_ROW, NOTHING_ROW, NOTHING_ROW];
      mesh.geometry.userData.solid?.groups.forEach(({ region }, k) => (of[REGIONS.indexOf(region)] = row(mesh.material[k])));
      const first = this.firstNode.get(packed) ?? 0;
      return instanceRow({
        matrix: mesh.matrixWorld,
        nodes: [first, first + nodeCount(packed)],
        isThin: of.some((each) => isThin(materials.surface(each))),
        rows: of,
      });
    });
    const upper = upperTree(boxes);
    this.upper.fill([upper]);
    this.upperCount = nodeCount({ nodes: upper });
    this.instances.fill(rows);
  }

  dispose(): void {
    for (const table of [this.trees, this.upper, this.instances]) table.dispose();
  }

  /** Puts trees one after another, where they are other ones than before. */
  private place(packed: readonly PackedTree[]): void {
    if (packed.length === this.placed.length && packed.every((each, i) => each === this.placed[i])) return;
    const [nodes, triangles] = [packed.reduce((n, each) => n + nodeCount(each), 0), packed.reduce((n, each) => n + triangleCount(each), 0)];
    const most = TABLE_WIDTH * this.mostRows;
    if (2 * nodes + 3 * triangles > most || triangles >= MOST_TRIANGLES)
      throw new NoRays('There are more triangles in sight than this graphics card can follow rays through.');
    this.placed = packed;
    this.firstNode.clear();
    let [node, triangle] = [0, 0];
    const moved = packed.map((each) => {
      this.firstNode.set(each, node);
      const own = movedNodes(each, node, triangle);
      node += nodeCount(each);
      triangle += triangleCount(each);
      return own;
    });
    this.firstTriangle = 2 * nodes;
    this.trees.fill([...moved, ...packed.map((each) => each.triangles)]);
  }
}

/** The nodes of a tree that stands behind others. */
function movedNodes({ nodes }: PackedTree, node: number, triangle: number): Uint32Array {
  const moved = nodes.slice();
  for (let at = 0; at < moved.length; at += 8) {
    moved[at + 3] = (moved[at + 3] as number) + node;
    const content = moved[at + 7] as number;
    if (content >= LEAF) moved[at + 7] = content + triangle;
  }
  return moved;
}
