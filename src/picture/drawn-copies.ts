import type { MarkState, PartState } from '@/core/frame/frame-state';
import { multiply, type Mat4 } from '@/core/space/matrix';

/** All that is drawn of a mark: its copies, and what comes after it. */
export function drawnCopies(
  mark: MarkState,
): { pose: Mat4; state: PartState | null; parts: MarkState['parts']; shards: MarkState['shards'] }[] {
  const own = mark.copies.map((pose, i) => {
    const state = mark.copyStates?.[i] ?? null;
    return { pose: state ? multiply(state.pose, pose) : pose, state, parts: mark.parts, shards: mark.shards };
  });
  return [...own, ...mark.trail.flatMap(({ copies, ...step }) => copies.map((pose) => ({ pose, ...step })))];
}
