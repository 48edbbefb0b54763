import 'server-only';
import { readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { UnusedFile } from '@/core/production/listing';
import { MEDIA } from '@/core/production/media';
import { dataPath } from './data-folder';
import { database } from './database';
import { fonts, kits, productions, renders, versions } from './schema';

const KEPT = { font: { folder: 'fonts', ending: '.font' }, ...MEDIA } as const;
const KINDS = Object.keys(KEPT) as (keyof typeof KEPT)[];

/**
 * Everything that is named by a hash in any document: of productions (in the bin too), versions, renders and kits. Looked for in their
 * text, so that what a document uses in ways that this Ironsky does not know is not taken for unused.
 */
async function hashesNamed(): Promise<Set<string>> {
  const db = await database();
  const named = new Set<string>();
  for (const table of [productions, versions, renders, kits]) {
    for (const { document } of await db.select({ document: table.document }).from(table))
      for (const [hash] of JSON.stringify(document).matchAll(/[0-9a-f]{64}/g)) named.add(hash);
  }
  return named;
}

/** Files that nothing uses. */
export async function listUnused(): Promise<UnusedFile[]> {
  const db = await database();
  const named = await hashesNamed();
  const names = new Map((await db.select({ id: fonts.id, name: fonts.name }).from(fonts)).map(({ id, name }) => [id, name]));
  const found: UnusedFile[] = [];
  for (const kind of KINDS) {
    const { ending } = KEPT[kind];
    const folder = dataPath(KEPT[kind].folder);
    for (const file of await readdir(folder)) {
      const id = path.basename(file, ending);
      if (!file.endsWith(ending) || named.has(id)) continue;
      found.push({ kind, id, name: names.get(id) ?? `a ${kind}`, bytes: (await stat(path.join(folder, file))).size });
    }
  }
  return found;
}

/** Removes the files that nothing uses; returns how many. */
export async function removeUnused(): Promise<number> {
  const db = await database();
  const unused = await listUnused();
  for (const { kind, id } of unused) {
    if (kind === 'font') await db.delete(fonts).where(eq(fonts.id, id));
    await rm(path.join(dataPath(KEPT[kind].folder), `${id}${KEPT[kind].ending}`), { force: true });
  }
  return unused.length;
}
