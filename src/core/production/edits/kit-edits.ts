import { cleanText } from '../../schema/text';
import { kitPartsOf, lookOf, MAX_KITS, merged, putLook, takenFrom, type Kit } from '../kits';
import { fitted } from '../motion-of';
import type { Production } from '../production';
import { freshId } from './fresh-id';
import { plainCopy } from '../../schema/plain-copy';

const markOf = (draft: Production, id: string) => draft.marks.find((mark) => mark.id === id);

/** Saves the look of a mark as a kit, which the mark then follows; returns the kit, or null where there are as many as there can be. */
export function makeKit(draft: Production, markId: string, name: string): Kit | null {
  const mark = markOf(draft, markId);
  if (!mark || draft.kits.length >= MAX_KITS) return null;
  const kit: Kit = plainCopy({
    id: freshId(draft.kits, 'kit'),
    name: cleanText(name, 60).trim() || 'Kit',
    revision: 0,
    frames: draft.format.length,
    ...kitPartsOf(mark),
    finish: null,
  });
  draft.kits.push(kit);
  mark.kit = kit.id;
  return kit;
}

/** A kit as it is in a production, which it joins where it is not there yet; null where there are as many as there can be. */
export function joinedKit(draft: Production, kit: Kit): Kit | null {
  const known = draft.kits.find(({ id }) => id === kit.id);
  if (known || draft.kits.length >= MAX_KITS) return known ?? null;
  const own = plainCopy(kit);
  draft.kits.push(own);
  return own;
}

/**
 * Puts a kit on a mark, which follows it from now on. A kit from the shelf joins the production; one that is there already is used as it
 * is there. Where there are as many as there can be, the mark takes its look and follows none.
 */
export function putKit(draft: Production, markId: string, kit: Kit): void {
  const mark = markOf(draft, markId);
  if (!mark) return;
  const own = joinedKit(draft, kit);
  const put = plainCopy(own ?? kit);
  putLook(mark, lookOf({ ...put, motion: put.motion && fitted(put.motion, put.frames, draft.format.length) }));
  mark.kit = own?.id ?? null;
}

/** Gives a kit another look. Marks that follow it change with it, but where they had values of their own. */
function giveLook(
  draft: Production,
  kit: Kit,
  parts: Pick<Kit, 'shells' | 'skin' | 'layout' | 'motion' | 'revision'>,
  exceptId?: string,
): void {
  const base = lookOf(plainCopy(kit));
  Object.assign(kit, { ...plainCopy(parts), layout: parts.layout ?? kit.layout });
  const next = lookOf(plainCopy(kit));
  for (const mark of draft.marks) {
    if (mark.kit !== kit.id || mark.id === exceptId) continue;
    putLook(mark, merged(lookOf(kitPartsOf(plainCopy(mark))), base, next));
  }
}

/** Gives a kit the look of a mark; what follows it changes with it. */
export function changeKit(draft: Production, kitId: string, fromMarkId: string): void {
  const kit = draft.kits.find(({ id }) => id === kitId);
  const from = markOf(draft, fromMarkId);
  if (kit && from) giveLook(draft, kit, { ...kitPartsOf(plainCopy(from)), revision: kit.revision + 1 }, fromMarkId);
}

/** Takes a kit as it was changed elsewhere; what follows it here changes with it. Does nothing where it is not used. */
export function takeNewerKit(draft: Production, newer: Kit): void {
  const kit = draft.kits.find(({ id }) => id === newer.id);
  if (kit) giveLook(draft, kit, newer);
}

/** Takes a value of a mark, or all of them, from its kit again. */
export function followAgain(draft: Production, markId: string, path: string | null): void {
  const mark = markOf(draft, markId);
  const kit = draft.kits.find(({ id }) => id === mark?.kit);
  if (!mark || !kit) return;
  const base = lookOf(plainCopy(kit));
  putLook(mark, path === null ? base : takenFrom(lookOf(kitPartsOf(plainCopy(mark))), base, path));
}

/** Lets a mark keep its look without following a kit. */
export function leaveKit(draft: Production, markId: string): void {
  const mark = markOf(draft, markId);
  if (mark) mark.kit = null;
}

/** Gives a kit another id, as it is known on the shelf; marks that follow it go with it. */
export function renameKit(draft: Production, from: string, to: string): void {
  for (const kit of draft.kits) if (kit.id === from) kit.id = to;
  for (const mark of draft.marks) if (mark.kit === from) mark.kit = to;
}

/** Takes a kit out of the production; marks that followed it keep their look. */
export function removeKit(draft: Production, kitId: string): void {
  draft.kits = draft.kits.filter(({ id }) => id !== kitId);
  for (const mark of draft.marks) if (mark.kit === kitId) mark.kit = null;
}

/** Gives a mark the shells and the skin of another, following no kit for it. */
export function pasteLook(draft: Production, markId: string, look: Pick<Kit, 'shells' | 'skin'>): void {
  const mark = markOf(draft, markId);
  if (!mark) return;
  putLook(mark, lookOf({ ...plainCopy(look), layout: null, motion: null }));
  mark.kit = null;
}
