import { markStateAt } from '@/core/frame/evaluate';
import type { MarkExtent } from '@/core/frame/frame-state';
import { markPose } from '@/core/frame/mark-pose';
import type { MarkSolids, PlacedSolid } from '@/core/frame/solids/mark-solids';
import { standingPose } from '@/core/frame/solids/standing-solid';
import type { Mark } from '@/core/production/mark';
import { emptyProduction } from '@/core/production/production';
import { multiply, type Mat4 } from '@/core/space/matrix';

/** A production in which nothing stands beside the mark that is asked about. */
const ALONE = emptyProduction('Alone', { width: 1920, height: 1080, rate: '25', length: 100 });

/** Pose of a mark by itself. */
export const poseAlone = (mark: Mark, frame: number, extent?: MarkExtent | null): Mat4 => markPose(ALONE, mark, frame, () => extent);

/** The solids of a mark by itself at a frame, each with its pose in the world. */
export function standing(mark: Mark, solids: MarkSolids, frame: number): { piece: PlacedSolid; pose: Mat4 }[] {
  const state = markStateAt(ALONE, mark, frame, () => solids.bounds);
  return solids.pieces.map((piece) => ({ piece, pose: multiply(state.pose, standingPose(piece, state)) }));
}
