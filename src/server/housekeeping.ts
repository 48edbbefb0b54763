import 'server-only';
import { readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { and, isNotNull, lt } from 'drizzle-orm';
import { MEDIA } from '@/core/production/media';
import { dataFolder } from './data-folder';
import { database } from './database';
import { BIN_DAYS, DAY_MS } from './keeping';
import { removeForGood } from './productions';
import { productions } from './schema';
import { isBloated, vacuum } from './vacuum';

/** Folders in which files are written under a temporary name first. */
const WRITTEN = ['stills', 'renders', 'fonts', ...Object.values(MEDIA).map(({ folder }) => folder)];

/** Removes half-written files that a killed process left behind. Nobody else writes here: the folder is ours. */
async function sweepParts(folder: string): Promise<void> {
  for (const entry of await readdir(folder, { withFileTypes: true }).catch(() => [])) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) await sweepParts(file);
    else if (entry.name.startsWith('.') && entry.name.endsWith('.part')) await rm(file, { force: true });
  }
}

/** Empties what has lain in the bin for long. */
async function emptyBin(): Promise<void> {
  const db = await database();
  const before = new Date(Date.now() - BIN_DAYS * DAY_MS);
  const old = await db
    .select({ id: productions.id })
    .from(productions)
    .where(and(isNotNull(productions.deletedAt), lt(productions.deletedAt, before)));
  for (const { id } of old) await removeForGood(id);
}

/** What is done at every start: half-written files go, the bin is emptied of what is old, the database gives back what it does not need. */
export async function keepHouse(): Promise<void> {
  for (const name of WRITTEN) await sweepParts(path.join(dataFolder(), name));
  await emptyBin();
  if (await isBloated()) await vacuum(true);
}
