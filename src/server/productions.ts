import 'server-only';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { ProductionSummary } from '@/core/production/listing';
import { readProduction } from '@/core/production/migrate';
import { emptyProduction, type FrameFormat, type Production } from '@/core/production/production';
import { dataPath } from './data-folder';
import { database } from './database';
import { UserError } from './errors';
import { readIfThere, writeWhole } from './files';
import { productions } from './schema';

type Row = typeof productions.$inferSelect;

const summary = (row: Row): ProductionSummary => ({
  id: row.id,
  name: row.name,
  format: readProduction(row.document).format,
  revision: row.revision,
  stillRevision: row.stillRevision,
  updatedAt: row.updatedAt.toISOString(),
});

/** Productions that are not deleted, the one changed last first. */
export async function listProductions(): Promise<ProductionSummary[]> {
  const db = await database();
  const rows = await db.select().from(productions).where(isNull(productions.deletedAt)).orderBy(desc(productions.updatedAt));
  return rows.map(summary);
}

async function insert(document: Production): Promise<ProductionSummary> {
  const db = await database();
  const [row] = await db.insert(productions).values({ id: randomUUID(), name: document.name, document }).returning();
  return summary(row as Row);
}

export function createProduction(name: string, format: FrameFormat): Promise<ProductionSummary> {
  return insert(emptyProduction(name, format));
}

/** Puts a ready document in as a new production. */
export function importProduction(document: unknown): Promise<ProductionSummary> {
  return insert(readProduction(document));
}

async function rowOf(id: string): Promise<Row> {
  const db = await database();
  const [row] = await db
    .select()
    .from(productions)
    .where(and(eq(productions.id, id), isNull(productions.deletedAt)));
  if (!row) throw new UserError(404, 'There is no such production. It may have been deleted.');
  return row;
}

export async function loadProduction(id: string): Promise<{ document: Production; revision: number }> {
  const row = await rowOf(id);
  return { document: readProduction(row.document), revision: row.revision };
}

export async function duplicateProduction(id: string): Promise<ProductionSummary> {
  const { document } = await loadProduction(id);
  return insert({ ...document, name: `${document.name} copy`.slice(0, 120) });
}

/**
 * Saves a document over the revision it was based on; returns the new revision.
 * @throws UserError 409 when someone else has saved since; nothing is merged or lost
 */
export async function saveProduction(id: string, based: number, document: Production): Promise<number> {
  const db = await database();
  const [saved] = await db
    .update(productions)
    .set({ document, name: document.name, revision: sql`${productions.revision} + 1`, updatedAt: new Date() })
    .where(and(eq(productions.id, id), eq(productions.revision, based), isNull(productions.deletedAt)))
    .returning({ revision: productions.revision });
  if (saved) return saved.revision;
  const { revision } = await rowOf(id);
  throw new UserError(409, 'This production was changed in another window since it was opened here.', { revision });
}

export async function renameProduction(id: string, name: string): Promise<void> {
  const { document, revision } = await loadProduction(id);
  await saveProduction(id, revision, { ...document, name });
}

/** Takes a production off the desk; `restoreProduction` brings it back as it was. */
export async function deleteProduction(id: string): Promise<void> {
  await rowOf(id);
  const db = await database();
  await db.update(productions).set({ deletedAt: new Date() }).where(eq(productions.id, id));
}

export async function restoreProduction(id: string): Promise<void> {
  const db = await database();
  await db.update(productions).set({ deletedAt: null }).where(eq(productions.id, id));
}

const stillFile = (id: string) => path.join(dataPath('stills'), `${id}.png`);

export async function readStill(id: string): Promise<Buffer | null> {
  await rowOf(id);
  return readIfThere(stillFile(id));
}

export async function writeStill(id: string, revision: number, png: Uint8Array): Promise<void> {
  await rowOf(id);
  await writeWhole(stillFile(id), png);
  const db = await database();
  await db.update(productions).set({ stillRevision: revision }).where(eq(productions.id, id));
}
