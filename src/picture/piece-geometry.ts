import { Box3, BufferAttribute, BufferGeometry } from 'three';
import type { PlacedSolid } from '@/core/frame/solids/mark-solids';
import type { SolidMesh } from '@/core/solid/mesh';

const boxes = new WeakMap<SolidMesh, Box3>();

/** How far a piece reaches in its own frame; looked through once. */
export function boxOf({ mesh }: PlacedSolid): Box3 {
  let box = boxes.get(mesh);
  if (!box) boxes.set(mesh, (box = new Box3().setFromArray(mesh.positions)));
  return box;
}

/**
 * Pieces of one shell that are alike share a geometry; those of several shells may stand between different depths, and skins of several
 * parts may be blown up each by itself.
 */
export const shapeKey = ({ shell, key, mesh, parts }: PlacedSolid): string => `${shell} ${key}${mesh.swell ? ` ${parts[0] ?? ''}` : ''}`;

export function geometryOf(solid: SolidMesh): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.userData.solid = solid;
  // Places change with pressure and depth, so the solid keeps those it was built with.
  geometry.setAttribute('position', new BufferAttribute(solid.positions.slice(), 3));
  geometry.setAttribute('normal', new BufferAttribute(solid.normals.slice(), 3));
  geometry.setAttribute('uv', new BufferAttribute(solid.uvs, 2));
  geometry.setIndex(new BufferAttribute(solid.indices, 1));
  solid.groups.forEach(({ start, count }, i) => geometry.addGroup(start, count, i));
  return geometry;
}
