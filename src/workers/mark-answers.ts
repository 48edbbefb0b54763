import { markStateAt } from '@/core/frame/evaluate';
import type { BoundsOf, MarkState } from '@/core/frame/frame-state';
import { sceneFrameAt } from '@/core/frame/shot-camera';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { isStanding, standingPose, standingSurface } from '@/core/frame/solids/standing-solid';
import { markGlb } from '@/core/interchange/glb';
import type { Mark } from '@/core/production/mark';
import type { Production } from '@/core/production/production';
import { sectionOf, type CutLine } from '@/core/solid/section';
import { secondsToFrame } from '@/core/time/rate';
import type { ShellLoop } from './picture-messages';

/** A built mark at one instant. */
export interface BuiltMark {
  mark: Mark;
  solids: MarkSolids;
  state: MarkState;
}

/** A built mark as it is at a delivered time; null when it is not there or not built. */
export function builtMark(
  production: Production | null,
  markId: string,
  solids: MarkSolids | undefined,
  seconds: number,
  boundsOf: BoundsOf,
): BuiltMark | null {
  const mark = production?.marks.find(({ id }) => id === markId);
  if (!production || !mark || !solids) return null;
  const frame = sceneFrameAt(production, secondsToFrame(seconds, production.format.rate));
  return { mark, solids, state: markStateAt(production, mark, frame, boundsOf) };
}

/** What a cut through a mark shows: the closed lines of each shell that is seen. */
export function sectionLoops({ solids, state }: BuiltMark, cut: CutLine): ShellLoop[] {
  return solids.pieces
    .filter((piece) => isStanding(piece, state))
    .flatMap((piece) => {
      const surface = { ...piece.mesh, ...standingSurface(piece, state) };
      return sectionOf(surface, standingPose(piece, state), cut).map((loop) => ({ shell: piece.shell, loop }));
    });
}

/** A mark as binary glTF; null when there is nothing of it. */
export const glbOf = (built: BuiltMark | null): Promise<Uint8Array | null> =>
  built && built.solids.pieces.length > 0 ? markGlb(built) : Promise.resolve(null);
