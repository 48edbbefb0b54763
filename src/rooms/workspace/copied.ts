import { clipFrom, storedKeys, storedKeysSchema, type KeyClip } from '@/core/production/key-clip';
import type { RateName } from '@/core/time/rate';

/** Where what was copied lies, for all productions that are open in this browser. */
const PLACE = 'ironsky-copied';

/** Keeps something as what was copied last; false where the browser keeps no more. */
export function keepCopied(thing: unknown): boolean {
  try {
    localStorage.setItem(PLACE, JSON.stringify(thing));
    return true;
  } catch {
    return false;
  }
}

/** What was copied last, as it is; null where nothing was, or it cannot be read. */
export function copied(): unknown {
  try {
    return JSON.parse(localStorage.getItem(PLACE) ?? 'null');
  } catch {
    return null;
  }
}

export const keepCopiedKeys = (clip: KeyClip, rate: RateName): boolean => keepCopied(storedKeys(clip, rate));

/** Keys that were copied last, in whatever production, for one of some rate; null where something else was. */
export function copiedKeys(rate: RateName): KeyClip | null {
  const read = storedKeysSchema.safeParse(copied());
  return read.success ? clipFrom(read.data, rate) : null;
}
