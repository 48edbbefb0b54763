import 'server-only';
import { randomUUID } from 'node:crypto';
import { copyFile, readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { VersionSummary } from '@/core/production/listing';
import type { Production } from '@/core/production/production';
import { checkDocument } from './checked-document';
import { dataPath } from './data-folder';
import { database } from './database';
import { UserError } from './errors';
import { readIfThere } from './files';
import { KEPT_VERSIONS } from './keeping';
import { productions, versions } from './schema';

const MAX_NAMED = 200;

const stillFile = (id: string) => path.join(dataPath('stills', 'versions'), `${path.basename(id)}.png`);

async function remove(ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const db = await database();
  await db.delete(versions).where(inArray(versions.id, [...ids]));
  for (const id of ids) await rm(stillFile(id), { force: true });
}

/**
 * Keeps what a production is now. Without a name, as at each opening, it is kept only when it differs from the version kept last.
 * @throws UserError when it is gone, or has too many versions with names
 */
export async function keepVersion(productionId: string, name = ''): Promise<void> {
  const db = await database();
  const [row] = await db
    .select({ document: productions.document, revision: productions.revision, stillRevision: productions.stillRevision })
    .from(productions)
    .where(eq(productions.id, productionId));
  if (!row) throw new UserError(404, 'There is no such production. It may have been deleted.');
  const kept = await db
    .select({ id: versions.id, name: versions.name, revision: versions.revision })
    .from(versions)
    .where(eq(versions.productionId, productionId))
    .orderBy(desc(versions.createdAt));
  if (name === '' && kept[0]?.revision === row.revision) return;
  if (name !== '' && kept.filter((each) => each.name !== '').length >= MAX_NAMED)
    throw new UserError(409, `A production keeps at most ${MAX_NAMED} versions with names.`);
  const id = randomUUID();
  await db.insert(versions).values({ id, productionId, name, revision: row.revision, document: row.document });
  if (row.stillRevision !== null)
    await copyFile(path.join(dataPath('stills'), `${path.basename(productionId)}.png`), stillFile(id)).catch(() => undefined);
  const unnamed = kept.filter((each) => each.name === '').map((each) => each.id);
  await remove(unnamed.slice(KEPT_VERSIONS - (name === '' ? 1 : 0)));
}

/** Versions of a production, the newest first. */
export async function listVersions(productionId: string): Promise<VersionSummary[]> {
  const db = await database();
  const rows = await db
    .select({ id: versions.id, name: versions.name, revision: versions.revision, createdAt: versions.createdAt })
    .from(versions)
    .where(eq(versions.productionId, productionId))
    .orderBy(desc(versions.createdAt));
  const stills = new Set(await readdir(dataPath('stills', 'versions')));
  return rows.map(({ createdAt, ...row }) => ({ ...row, createdAt: createdAt.toISOString(), hasStill: stills.has(`${row.id}.png`) }));
}

const GONE = 'There is no such version.';

/** The document of a version, to be taken as an edit. */
export async function loadVersion(productionId: string, id: string): Promise<Production> {
  const db = await database();
  const [row] = await db
    .select({ document: versions.document })
    .from(versions)
    .where(and(eq(versions.id, id), eq(versions.productionId, productionId)));
  if (!row) throw new UserError(404, GONE);
  return checkDocument(row.document);
}

export async function versionStill(productionId: string, id: string): Promise<Buffer> {
  const db = await database();
  const [row] = await db
    .select({ id: versions.id })
    .from(versions)
    .where(and(eq(versions.id, id), eq(versions.productionId, productionId)));
  const still = row && (await readIfThere(stillFile(id)));
  if (!still) throw new UserError(404, GONE);
  return still;
}

export async function removeVersionsOf(productionId: string): Promise<void> {
  const db = await database();
  const rows = await db.select({ id: versions.id }).from(versions).where(eq(versions.productionId, productionId));
  await remove(rows.map(({ id }) => id));
}
