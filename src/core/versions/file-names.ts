import { nameKey } from '../production/versions';
import { cutText } from '../schema/text';

/** What files of versions are called: a pattern with names of values in braces. */

/** Longest name, UTF-16 units: with what is put after it, file systems take 255 bytes. */
const MAX_NAME = 80;
const HOLE = /\{([^{}]*)\}/g;
/** What file systems of the usual kinds do not take in a name. */
const REFUSED = /[\u0000-\u001f\u007f<>:"/\\|?*]/g;
/** Names that some systems keep for themselves. */
const KEPT = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

export type NameValues = ReadonlyMap<string, string>;

/** Names in braces that stand for nothing. */
export const unknownNames = (pattern: string, values: NameValues): string[] =>
  [...pattern.matchAll(HOLE)].map(([, name = '']) => name).filter((name) => !values.has(nameKey(name)));

/** A text as part of a file's name: what no file system takes becomes a dash, and nothing stands at its ends that is lost there. */
export function fileNamePart(text: string): string {
  const plain = text.normalize('NFC').replace(REFUSED, '-').replace(/\s+/g, ' ');
  const cut = cutText(plain, MAX_NAME).replace(/^[\s.]+|[\s.]+$/g, '');
  return KEPT.test(cut) ? `${cut}_` : cut;
}

/** The name that a pattern makes of some values, without an ending; `untitled` where nothing is left of it. */
export function fileName(pattern: string, values: NameValues): string {
  const filled = pattern.replace(HOLE, (_, name: string) => values.get(nameKey(name)) ?? '');
  return fileNamePart(filled) || 'untitled';
}

/** Of some names, those that some file systems take for the same: each set of them, as positions in the list. */
export function clashes(names: readonly string[]): number[][] {
  const sets = new Map<string, number[]>();
  names.forEach((name, i) => {
    const key = name.normalize('NFC').toLowerCase();
    sets.set(key, [...(sets.get(key) ?? []), i]);
  });
  return [...sets.values()].filter((set) => set.length > 1);
}
