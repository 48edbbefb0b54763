import { shiftedDepths } from '../../solid/depth-shift';
import { drawnLine } from '../../solid/line/drawn-line';
import { swollen } from '../../solid/skin';
import { multiply, type Mat4 } from '../../space/matrix';
import type { MarkState } from '../frame-state';
import { partOf } from '../part-places';
import type { PlacedSolid } from './mark-solids';

/** What of a mark's state shapes and places its solids. */
export type MarkShape = Pick<MarkState, 'inflate' | 'parts' | 'line'> & { shells: readonly { from: number; to: number }[] };

/** How far the skin of a piece is blown up: as its mark is, and its own part of that. */
export const swellOf = (piece: PlacedSolid, mark: Pick<MarkState, 'inflate' | 'parts'>): number =>
  (mark.inflate ?? 1) * (partOf(mark, piece)?.look?.inflate ?? 1);

/** Places and normals of a solid as it stands at an instant, in its own frame: blown up, and between the depths that its shell has. */
export function standingSurface(piece: PlacedSolid, mark: MarkShape): { positions: Float32Array; normals: Float32Array } {
  const { mesh, built, shell } = piece;
  const { shells, line } = mark;
  const now = shells[shell];
  if (mesh.line && line && now) {
    const { length } = mesh.positions;
    return drawnLine(mesh.line, line, now, { positions: new Float32Array(length), normals: new Float32Array(length) });
  }
  if (!mesh.swell) {
    return { positions: built && now ? shiftedDepths(mesh, mesh.positions, { built, now }) : mesh.positions, normals: mesh.normals };
  }
  const blown = swollen(mesh, swellOf(piece, mark));
  const rise = built && now ? (now.from + now.to - built.from - built.to) / 2 : 0;
  if (rise === 0) return blown;
  const positions = blown.positions.slice();
  for (let i = 2; i < positions.length; i += 3) positions[i] = (positions[i] as number) + rise;
  return { ...blown, positions };
}

/** Whether a solid is there at an instant: its shell and its part are shown, and it is of the build that stands then. */
export function isStanding(piece: PlacedSolid, state: Pick<MarkState, 'parts' | 'shells' | 'shards'>): boolean {
  if (!state.shells[piece.shell]?.on || (piece.shard === null) !== (state.shards === null)) return false;
  if (piece.when !== 'always' && (piece.when === 'apart') !== isApart(state, piece.shell)) return false;
  return partOf(state, piece)?.on !== false;
}

/** Whether any part of a shell is away from rest: then its solids are those that stand apart. */
const isApart = ({ parts }: Pick<MarkState, 'parts'>, shell: number): boolean => parts?.[shell]?.some((part) => part !== null) ?? false;

/** Pose of a solid in its mark at an instant. */
export function standingPose(piece: PlacedSolid, state: Pick<MarkState, 'parts' | 'shards'>): Mat4 {
  const moved = partOf(state, piece);
  const pose = moved ? multiply(moved.pose, piece.pose) : piece.pose;
  const fallen = piece.shard === null ? null : (state.shards?.[piece.shard] ?? null);
  return fallen ? multiply(fallen, pose) : pose;
}
