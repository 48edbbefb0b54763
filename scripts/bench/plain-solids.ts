import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import type { SolidMesh } from '@/core/solid/mesh';

type Plain = Omit<MarkSolids, 'pieces'> & { meshes: object[]; pieces: object[] };

/** Solids as they are sent into a page: each mesh once, as lists in the place of typed arrays, without what only exports need. */
export const plainSolids = (built: Readonly<Record<string, MarkSolids>>): Record<string, Plain> =>
  Object.fromEntries(
    Object.entries(built).map(([id, mark]) => {
      const meshes = [...new Set(mark.pieces.map(({ mesh }) => mesh))];
      return [
        id,
        {
          ...mark,
          meshes: meshes.map(({ groups, positions, normals, uvs, indices }) => ({
            groups,
            positions: [...positions],
            normals: [...normals],
            uvs: [...uvs],
            indices: [...indices],
            topology: { positions: [], triangles: [] },
          })),
          pieces: mark.pieces.map((piece) => ({ ...piece, mesh: meshes.indexOf(piece.mesh) })),
        },
      ];
    }),
  );

/** The same in the page, as they were. */
export function revived(solids: MarkSolids): MarkSolids {
  const { meshes: sent, pieces } = solids as unknown as {
    meshes: SolidMesh[];
    pieces: (MarkSolids['pieces'][number] & { mesh: number })[];
  };
  const meshes = sent.map((mesh): SolidMesh => ({
    ...mesh,
    positions: Float32Array.from(mesh.positions),
    normals: Float32Array.from(mesh.normals),
    uvs: Float32Array.from(mesh.uvs),
    indices: Uint32Array.from(mesh.indices),
  }));
  return { ...solids, pieces: pieces.map((piece) => ({ ...piece, mesh: meshes[piece.mesh] as SolidMesh })) };
}
