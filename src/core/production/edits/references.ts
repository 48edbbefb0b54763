import { referencesIn } from '../../schema/owner-kind';
import { focusSchema, holdSchema } from '../camera';
import { allOwners, type FoundOwner } from '../owners/owners';
import type { Production } from '../production';
import { z } from 'zod';

type Settings = Record<string, unknown>;

const FOCUS = z.object({ focus: focusSchema, hold: holdSchema });

/** What of a lens has no focus any more goes back to its distance. */
function focusLost({ focus }: Production['cameras'][number]): void {
  if (focus.markId === null && (focus.on === 'front' || focus.on === 'nearest')) focus.on = 'distance';
  if (focus.to && focus.to.markId === null && (focus.to.on === 'front' || focus.to.on === 'nearest')) focus.to = null;
}

/** Whether an owner refers to anything of a list of the production. */
export const refersTo = ({ kind, settings }: Pick<FoundOwner, 'kind' | 'settings'>, list: string): boolean =>
  !referencesIn(settings, kind.settings, list).next().done;

/** Changes the references within some settings; returns whether one was emptied. */
function changeReferences(settings: Settings, schema: z.ZodObject, list: string, to: (id: string) => string | null): boolean {
  let emptied = false;
  for (const [holder, name, id] of referencesIn(settings, schema, list)) {
    const next = to(id);
    if (next === id) continue;
    holder[name] = next;
    // A letter is counted within its own mark's words.
    if ('letter' in holder) holder.letter = null;
    emptied ||= next === null;
  }
  return emptied;
}

/** Lets everything that referred to something of a list of the production refer to another, or to nothing. */
export function retarget(draft: Production, list: string, to: (id: string) => string | null): void {
  for (const { kind, settings } of allOwners(draft)) if (changeReferences(settings, kind.settings, list, to)) kind.onLoss?.(settings);
  for (const camera of draft.cameras) if (changeReferences(camera as unknown as Settings, FOCUS, list, to)) focusLost(camera);
}

/** Lets what stands at a path, and all within it, refer to nothing of the production any more: it comes from another one. */
export function forgetOthers(draft: Production, path: string): void {
  const within = allOwners(draft).filter((owner) => owner.path === path || owner.path.startsWith(`${path}/`));
  for (const list of ['marks', 'cameras']) {
    for (const { kind, settings } of within) if (changeReferences(settings, kind.settings, list, () => null)) kind.onLoss?.(settings);
    for (const camera of draft.cameras)
      if (path === `cameras/${camera.id}` && changeReferences(camera as unknown as Settings, FOCUS, list, () => null)) focusLost(camera);
  }
}
