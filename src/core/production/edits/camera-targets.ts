import type { Production } from '../production';

/** Lets everything of the cameras that was bound to a mark be bound to another one, or to none. */
export function retargetCameras(draft: Production, to: (markId: string) => string | null): void {
  const change = <T extends { markId: string | null; letter?: number | null }>(holder: T | null): boolean => {
    if (!holder?.markId) return false;
    const next = to(holder.markId);
    if (next === holder.markId) return false;
    holder.markId = next;
    // A letter is counted within its own mark's words.
    if (holder.letter !== undefined) holder.letter = null;
    return next === null;
  };
  for (const { focus, aim, hold, carriers } of draft.cameras) {
    if (change(focus)) focus.on = 'distance';
    if (change(focus.to)) focus.to = null;
    if (change(aim)) aim.on = 'nothing';
    change(hold);
    for (const carrier of carriers) if (carrier.kind === 'ride') change(carrier.settings);
  }
}
