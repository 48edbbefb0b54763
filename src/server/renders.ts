import 'server-only';
import { randomUUID } from 'node:crypto';
import { createReadStream, existsSync, statSync } from 'node:fs';
import { readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { isDeepStrictEqual } from 'node:util';
import { and, desc, eq } from 'drizzle-orm';
import type { RenderSummary } from '@/core/production/listing';
import { readProduction } from '@/core/production/migrate';
import type { Production } from '@/core/production/production';
import { frameFileName, type RenderSettings } from '@/core/production/render-settings';
import { database } from './database';
import { UserError } from './errors';
import { readIfThere } from './files';
import { loadProduction } from './productions';
import { renderFolder } from './render-folders';
import { renders } from './schema';
import { bodyToFile, MP4, PNG, WEBM } from './streams';

type Row = typeof renders.$inferSelect;

async function framesOnDisk(id: string): Promise<Set<number>> {
  const found = new Set<number>();
  for (const name of await readdir(renderFolder(id))) {
    const match = /^frame_(\d{5,})\.png$/.exec(name);
    if (match) found.add(Number(match[1]));
  }
  return found;
}

const videoName = ({ output }: RenderSettings): string | null => (output === 'frames' ? null : `video.${output}`);

async function summary(row: Row): Promise<RenderSummary> {
  const { first, last } = row.settings;
  const onDisk = await framesOnDisk(row.id);
  const video = videoName(row.settings);
  return {
    id: row.id,
    productionId: row.productionId,
    revision: row.revision,
    settings: row.settings,
    status: row.status,
    total: last - first + 1,
    done: [...onDisk].filter((frame) => frame >= first && frame <= last).length,
    video: video && existsSync(path.join(renderFolder(row.id), video)) ? video : null,
    folder: renderFolder(row.id),
    createdAt: row.createdAt.toISOString(),
  };
}

async function rowOf(id: string): Promise<Row> {
  const db = await database();
  const [row] = /^[0-9a-f-]{36}$/.test(id) ? await db.select().from(renders).where(eq(renders.id, id)) : [];
  if (!row) throw new UserError(404, 'There is no such render.');
  return row;
}

export async function listRenders(productionId: string): Promise<RenderSummary[]> {
  const db = await database();
  const rows = await db.select().from(renders).where(eq(renders.productionId, productionId)).orderBy(desc(renders.createdAt)).limit(30);
  return Promise.all(rows.map(summary));
}

/**
 * Orders a render of a production as it stands now. The same render, if one is still open, is gone on with: what was
 * drawn of it is not drawn again.
 */
export async function orderRender(productionId: string, asked: RenderSettings): Promise<RenderSummary> {
  const { document, revision } = await loadProduction(productionId);
  // How its light is drawn is settled now: the production may be changed before the last frame is.
  const settings = { ...asked, traced: asked.traced ?? document.traced };
  if (settings.last >= document.format.length) throw new UserError(400, `This production ends at frame ${document.format.length - 1}.`);
  const db = await database();
  const open = await db
    .select()
    .from(renders)
    .where(and(eq(renders.productionId, productionId), eq(renders.revision, revision), eq(renders.status, 'open')));
  const same = open.find((row) => isDeepStrictEqual(row.settings, settings));
  if (same) return summary(same);
  const [row] = await db.insert(renders).values({ id: randomUUID(), productionId, revision, document, settings }).returning();
  return summary(row as Row);
}

/** Everything needed to go on with a render: its document and the frames still missing. */
export async function openRender(id: string): Promise<{ render: RenderSummary; document: Production; missing: number[] }> {
  const row = await rowOf(id);
  const onDisk = await framesOnDisk(id);
  const missing: number[] = [];
  for (let frame = row.settings.first; frame <= row.settings.last; frame++) if (!onDisk.has(frame)) missing.push(frame);
  return { render: await summary(row), document: readProduction(row.document), missing };
}

/** Largest frame and largest video that are taken, bytes. */
const MAX_FRAME_BYTES = 400_000_000;
const MAX_VIDEO_BYTES = 4_000_000_000;

/** Puts one finished frame on disk, as it comes. */
export async function storeFrame(id: string, frame: number, request: Request): Promise<void> {
  const { settings } = await rowOf(id);
  if (!(frame >= settings.first && frame <= settings.last)) throw new UserError(400, 'That frame is not part of this render.');
  await bodyToFile(request, path.join(renderFolder(id), frameFileName(frame)), {
    limit: MAX_FRAME_BYTES,
    what: 'A frame',
    first: PNG,
    wrong: 'A frame must be a PNG picture.',
  });
}

export async function readFrame(id: string, frame: number): Promise<Buffer> {
  await rowOf(id);
  const bytes = await readIfThere(path.join(renderFolder(id), frameFileName(frame)));
  if (!bytes) throw new UserError(404, 'That frame has not been rendered yet.');
  return bytes;
}

/** Puts the finished video on disk under its final name, as it comes. */
export async function storeVideo(id: string, request: Request): Promise<void> {
  const { settings } = await rowOf(id);
  const name = videoName(settings);
  if (!name) throw new UserError(400, 'This render has no video.');
  await bodyToFile(request, path.join(renderFolder(id), name), {
    limit: MAX_VIDEO_BYTES,
    what: 'A video',
    first: settings.output === 'mp4' ? MP4 : WEBM,
    wrong: `This is not the ${settings.output === 'mp4' ? 'MP4' : 'WebM'} video that was ordered.`,
  });
}

/** The finished video as a stream, for download. */
export async function readVideo(id: string): Promise<{ name: string; bytes: number; stream: ReadableStream }> {
  const row = await rowOf(id);
  const name = videoName(row.settings);
  const file = name && path.join(renderFolder(id), name);
  if (!file || !existsSync(file)) throw new UserError(404, 'The video is not finished yet.');
  return { name, bytes: statSync(file).size, stream: Readable.toWeb(createReadStream(file)) as ReadableStream };
}

/** Removes a render with its frames and its video. */
export async function removeRender(id: string): Promise<void> {
  await rowOf(id);
  const db = await database();
  await db.delete(renders).where(eq(renders.id, id));
  await rm(renderFolder(id), { recursive: true, force: true });
}

/** Marks a render done, cancelled or open again. Frames on disk stay in every case. */
export async function setRenderStatus(id: string, status: Row['status']): Promise<RenderSummary> {
  const { render, missing } = await openRender(id);
  if (status === 'done' && (missing.length > 0 || (videoName(render.settings) && !render.video))) {
    throw new UserError(409, 'This render is not finished.');
  }
  const db = await database();
  const [row] = await db.update(renders).set({ status, updatedAt: new Date() }).where(eq(renders.id, id)).returning();
  return summary(row as Row);
}
