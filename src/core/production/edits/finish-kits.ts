import { plainCopy } from '../../schema/plain-copy';
import { kitSchema, MAX_KITS, type Kit } from '../kits';
import type { Production } from '../production';
import { freshId } from './fresh-id';
import { joinedKit } from './kit-edits';
import { forgetOthers } from './references';

/** Saves what is done to the picture of a production as a kit of it; returns the kit, or null where there are as many as there can be. */
export function makeFinishKit(draft: Production, name: string): Kit | null {
  if (draft.kits.length >= MAX_KITS) return null;
  const kit = kitSchema.parse({
    id: freshId(draft.kits, 'kit'),
    name,
    shells: [],
    frames: draft.format.length,
    finish: plainCopy(draft.finish),
  });
  draft.kits.push(kit);
  return kit;
}

/**
 * Does to the picture what a kit says, in the place of what was done before. Its keys keep their frames. What it takes of single marks is
 * theirs alone in the production that it comes from.
 */
export function putFinish(draft: Production, kit: Kit): void {
  if (!kit.finish) return;
  const isOwn = draft.kits.some(({ id }) => id === kit.id);
  draft.finish = plainCopy(kit.finish);
  if (isOwn) return;
  joinedKit(draft, kit);
  for (const { id } of draft.finish) forgetOthers(draft, `finish/${id}`);
}
