import { BufferAttribute, BufferGeometry, DoubleSide, Matrix4, Ray, Vector3 } from 'three';
import { MeshBVH, type HitPointInfo } from 'three-mesh-bvh';
import type { SolidProbe } from '@/core/frame/solid-probe';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import type { SolidMesh } from '@/core/solid/mesh';
import { swollen } from '@/core/solid/skin';
import type { Vec3 } from '@/core/space/vector';

const trees = new WeakMap<SolidMesh, MeshBVH>();

/** A tree of a mesh's triangles, kept as long as the mesh. A skin is taken as it is fully blown up. */
function treeOf(mesh: SolidMesh): MeshBVH {
  let tree = trees.get(mesh);
  if (!tree) {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(mesh.swell ? swollen(mesh, 1).positions : mesh.positions, 3));
    // The tree puts triangles into an order of its own: in a copy.
    geometry.setIndex(new BufferAttribute(mesh.indices.slice(), 1));
    tree = new MeshBVH(geometry);
    trees.set(mesh, tree);
  }
  return tree;
}

/** The solids of a mark that stand where all of it is at rest. */
const atRest = (solids: MarkSolids | undefined) => (solids?.pieces ?? []).filter(({ when, shard }) => when !== 'apart' && shard === null);

/** Where rays meet the built marks, as they stand at rest. */
export function solidProbe(solidsOf: (markId: string) => MarkSolids | undefined): SolidProbe {
  const ray = new Ray();
  const matrix = new Matrix4();
  return {
    hit(markId, from, direction) {
      const solids = solidsOf(markId);
      if (!solids) return undefined;
      let first: number | null = null;
      for (const { mesh, pose } of atRest(solids)) {
        ray.set(new Vector3(...from), new Vector3(...direction)).applyMatrix4(matrix.fromArray(pose as number[]).invert());
        const met = treeOf(mesh).raycastFirst(ray, DoubleSide);
        if (met && (first === null || met.distance < first)) first = met.distance;
      }
      return first;
    },
    nearest(markId, to) {
      let best: { point: Vec3; away: number } | null = null;
      for (const { mesh, pose } of atRest(solidsOf(markId))) {
        const out = matrix.fromArray(pose as number[]);
        const inside = new Vector3(...to).applyMatrix4(out.clone().invert());
        const found: HitPointInfo | null = treeOf(mesh).closestPointToPoint(inside);
        if (found && (!best || found.distance < best.away))
          best = { point: found.point.clone().applyMatrix4(out).toArray(), away: found.distance };
      }
      return best?.point ?? null;
    },
  };
}
