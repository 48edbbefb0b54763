import { shiftedDepths } from '../../solid/depth-shift';
import { swollen } from '../../solid/skin';
import { multiply, type Mat4 } from '../../space/matrix';
import type { MarkState } from '../frame-state';
import { poseOfPart } from '../part-places';
import type { PlacedSolid } from './mark-solids';

/** What of a mark's state shapes and places its solids. */
export type MarkShape = Pick<MarkState, 'inflate' | 'parts'> & { shells: readonly { from: number; to: number }[] };

/** Places and normals of a solid as it stands at an instant, in its own frame: blown up, and between the depths that its shell has. */
export function standingSurface(
  { mesh, built, shell }: PlacedSolid,
  { inflate, shells }: MarkShape,
): { positions: Float32Array; normals: Float32Array } {
  const now = shells[shell];
  if (!mesh.swell) {
    return { positions: built && now ? shiftedDepths(mesh, mesh.positions, { built, now }) : mesh.positions, normals: mesh.normals };
  }
  const blown = swollen(mesh, inflate ?? 1);
  const rise = built && now ? (now.from + now.to - built.from - built.to) / 2 : 0;
  if (rise === 0) return blown;
  const positions = blown.positions.slice();
  for (let i = 2; i < positions.length; i += 3) positions[i] = (positions[i] as number) + rise;
  return { ...blown, positions };
}

/** Pose of a solid in its mark at an instant. */
export function standingPose(piece: PlacedSolid, { parts }: Pick<MarkShape, 'parts'>): Mat4 {
  const moved = poseOfPart(parts, piece);
  return moved ? multiply(moved, piece.pose) : piece.pose;
}
