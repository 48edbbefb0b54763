import 'server-only';
import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import path from 'node:path';
import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { Recent } from '@/core/keep/recent';
import type { DeletedProduction, ProductionSummary } from '@/core/production/listing';
import { ProductionError } from '@/core/production/migrate';
import { emptyProduction, type FrameFormat, type Production } from '@/core/production/production';
import { cutText } from '@/core/schema/text';
import { checkDocument } from './checked-document';
import { dataPath } from './data-folder';
import { database } from './database';
import { UserError } from './errors';
import { readIfThere, writeBytes } from './files';
import { BIN_DAYS, DAY_MS } from './keeping';
import { removeRendersOf } from './render-folders';
import { productions } from './schema';
import { bodyToFile, PNG, WEBP } from './streams';
import { removeVersionsOf } from './versions';
import { wroteDocument } from './wrote-document';

type Row = typeof productions.$inferSelect;

const GONE = 'There is no such production. It may have been deleted.';

/** What the desk shows of a document: read once a revision. */
const shown = new Recent<Pick<ProductionSummary, 'format' | 'trouble'>>(500);

function shownOf({ id, revision, document }: Pick<Row, 'id' | 'revision' | 'document'>): Pick<ProductionSummary, 'format' | 'trouble'> {
  return shown.ensure(`${id}/${revision}`, () => {
    try {
      return { format: checkDocument(document).format, trouble: null };
    } catch (error) {
      if (error instanceof ProductionError) return { format: null, trouble: error.message };
      throw error;
    }
  });
}

const summary = (row: Row): ProductionSummary => ({
  id: row.id,
  name: row.name,
  ...shownOf(row),
  revision: row.revision,
  stillRevision: row.stillRevision,
  stripRevision: row.stripRevision,
  folder: row.folder,
  updatedAt: row.updatedAt.toISOString(),
});

/** Productions that are not deleted, the one changed last first. One that cannot be read is among them, with the reason. */
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
  return insert(checkDocument(document));
}

async function rowOf(id: string): Promise<Row> {
  const db = await database();
  const [row] = await db
    .select()
    .from(productions)
    .where(and(eq(productions.id, id), isNull(productions.deletedAt)));
  if (!row) throw new UserError(404, GONE);
  return row;
}

export async function loadProduction(id: string): Promise<{ document: Production; revision: number }> {
  const row = await rowOf(id);
  return { document: checkDocument(row.document), revision: row.revision };
}

/** The document as it lies in the database, readable or not. */
export async function rawProduction(id: string): Promise<{ name: string; document: unknown }> {
  const { name, document } = await rowOf(id);
  return { name, document };
}

export async function duplicateProduction(id: string): Promise<ProductionSummary> {
  const { document } = await loadProduction(id);
  return insert({ ...document, name: cutText(`${document.name} copy`, 120) });
}

export interface Save {
  /** Revision that it is based on. */
  based: number;
  document: Production;
  /** Name of this save, by which it is known again when its answer was lost. */
  save?: string | undefined;
}

/**
 * Saves a document over the revision it was based on; returns the new revision. The same save sent twice is kept once.
 * @throws UserError 409 when someone else has saved since; nothing is merged or lost. 410 when it was deleted
 */
export async function saveProduction(id: string, { based, document, save }: Save): Promise<number> {
  const db = await database();
  const [saved] = await db
    .update(productions)
    .set({ document, name: document.name, revision: sql`${productions.revision} + 1`, lastSave: save ?? null, updatedAt: new Date() })
    .where(and(eq(productions.id, id), eq(productions.revision, based), isNull(productions.deletedAt)))
    .returning({ revision: productions.revision });
  if (saved) {
    wroteDocument();
    return saved.revision;
  }
  const [row] = await db
    .select({ revision: productions.revision, lastSave: productions.lastSave, deletedAt: productions.deletedAt })
    .from(productions)
    .where(eq(productions.id, id));
  if (!row || row.deletedAt) throw new UserError(410, 'This production was deleted in another window.');
  if (save !== undefined && row.lastSave === save) return row.revision;
  throw new UserError(409, 'This production was changed in another window since it was opened here.', { revision: row.revision });
}

/** Puts a production into a folder of the desk; an empty name takes it out. What it is does not change, nor when. */
export async function fileProduction(id: string, folder: string): Promise<void> {
  await rowOf(id);
  const db = await database();
  await db.update(productions).set({ folder }).where(eq(productions.id, id));
}

export async function renameProduction(id: string, name: string): Promise<void> {
  const { document, revision } = await loadProduction(id);
  await saveProduction(id, { based: revision, document: { ...document, name } });
}

/** Puts a production into the bin; `restoreProduction` brings it back as it was. */
export async function deleteProduction(id: string): Promise<void> {
  await rowOf(id);
  const db = await database();
  await db.update(productions).set({ deletedAt: new Date() }).where(eq(productions.id, id));
}

export async function restoreProduction(id: string): Promise<void> {
  const db = await database();
  const restored = await db
    .update(productions)
    .set({ deletedAt: null })
    .where(and(eq(productions.id, id), isNotNull(productions.deletedAt)))
    .returning({ id: productions.id });
  if (restored.length > 0) return;
  await rowOf(id).catch(() => {
    throw new UserError(404, 'This production is not in the bin any more: it was removed for good.');
  });
}

/** What lies in the bin, the one deleted last first. */
export async function listBin(): Promise<DeletedProduction[]> {
  const db = await database();
  const rows = await db
    .select({ id: productions.id, name: productions.name, deletedAt: productions.deletedAt })
    .from(productions)
    .where(isNotNull(productions.deletedAt))
    .orderBy(desc(productions.deletedAt));
  return rows.map(({ id, name, deletedAt }) => {
    const since = deletedAt as Date;
    const daysLeft = Math.max(0, Math.ceil(BIN_DAYS - (Date.now() - since.getTime()) / DAY_MS));
    return { id, name, deletedAt: since.toISOString(), daysLeft };
  });
}

/** Removes a production with all that was made of it. Only what lies in the bin can go. */
export async function removeForGood(id: string): Promise<void> {
  const db = await database();
  const [row] = await db
    .select({ id: productions.id })
    .from(productions)
    .where(and(eq(productions.id, id), isNotNull(productions.deletedAt)));
  if (!row) throw new UserError(404, 'This production is not in the bin.');
  await removeRendersOf(id);
  await removeVersionsOf(id);
  await db.delete(productions).where(eq(productions.id, id));
  for (const kind of ['still', 'strip'] as const) await rm(shownFile(kind, id), { force: true });
}

/** Pictures by which the desk shows a production: a still, and a strip of stills. */
const SHOWN = {
  still: { ending: '.png', first: PNG, what: 'A still', wrong: 'A still must be a PNG picture.' },
  strip: { ending: '.strip.webp', first: WEBP, what: 'A strip', wrong: 'A strip must be a WebP picture.' },
} as const;
export type ShownKind = keyof typeof SHOWN;
export const SHOWN_ENDINGS: Record<ShownKind, string> = { still: SHOWN.still.ending, strip: SHOWN.strip.ending };

const shownFile = (kind: ShownKind, id: string) => path.join(dataPath('stills'), `${path.basename(id)}${SHOWN[kind].ending}`);

export async function readShown(kind: ShownKind, id: string): Promise<Buffer | null> {
  await rowOf(id);
  return readIfThere(shownFile(kind, id));
}

const MAX_SHOWN_BYTES = 8_000_000;

const noteShown = async (kind: ShownKind, id: string, revision: number): Promise<void> => {
  const db = await database();
  await db
    .update(productions)
    .set(kind === 'still' ? { stillRevision: revision } : { stripRevision: revision })
    .where(eq(productions.id, id));
};

/** Keeps the still or the strip of a revision, as it comes. */
export async function writeShown(kind: ShownKind, id: string, revision: number, request: Request): Promise<void> {
  await rowOf(id);
  const { first, what, wrong } = SHOWN[kind];
  await bodyToFile(request, shownFile(kind, id), { limit: MAX_SHOWN_BYTES, what, first, wrong });
  await noteShown(kind, id, revision);
}

/** Takes over a picture that ships with the application. */
export async function shipShown(
  kind: ShownKind,
  { id, revision }: Pick<ProductionSummary, 'id' | 'revision'>,
  bytes: Uint8Array,
): Promise<void> {
  await writeBytes(shownFile(kind, id), bytes);
  await noteShown(kind, id, revision);
}
