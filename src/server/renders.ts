import 'server-only';
import { randomUUID } from 'node:crypto';
import { createReadStream, existsSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { isDeepStrictEqual } from 'node:util';
import { and, asc, desc, eq, getTableColumns, inArray, notInArray, sql } from 'drizzle-orm';
import { deliveredLength } from '@/core/delivery/conform';
import type { RenderStatus, RenderSummary } from '@/core/delivery/listing';
import { isVideo, outputNamed, type VideoOutput } from '@/core/delivery/outputs/outputs';
import {
  frameFiles,
  framesOf,
  rasterTrouble,
  readRenderSettings,
  renderRaster,
  renderSettingsSchema,
  videoFileName,
  type FrameFile,
  type RenderOrder,
  type RenderSettings,
} from '@/core/delivery/render-settings';
import { readProduction } from '@/core/production/migrate';
import type { Production } from '@/core/production/production';
import { database } from './database';
import { UserError } from './errors';
import { readIfThere } from './files';
import { encodings } from './outside/encodings';
import { dropJobs, takenJobs } from './queue/jobs';
import { reportsOf } from './intake-reports';
import { framePath, missingFrames, videoPath, videosOf } from './render-files';
import { renderFolder } from './render-folders';
import { renders } from './schema';
import { bodyToFile } from './streams';

/** A render without the document that it shows, which is large: only its name. */
export type RenderRow = Omit<typeof renders.$inferSelect, 'settings' | 'document'> & { settings: RenderSettings; productionName: string };

const { document: _large, ...own } = getTableColumns(renders);
const LIGHT = { ...own, productionName: sql<string | null>`${renders.document}->>'name'` };

type LightRow = Omit<typeof renders.$inferSelect, 'document'> & { productionName: string | null };

const rowFrom = (row: LightRow): RenderRow => ({
  ...row,
  settings: readRenderSettings(row.settings),
  productionName: row.productionName ?? '',
});

async function summary(row: RenderRow, taken: ReadonlyMap<string, number>): Promise<RenderSummary> {
  const { settings, status } = row;
  const videos = videosOf(row.id, settings);
  const missing = await missingFrames(
    row.id,
    settings,
    videos.every(({ isDone }) => isDone),
  );
  const total = framesOf(settings).length;
  return {
    id: row.id,
    productionId: row.productionId,
    productionName: row.productionName,
    revision: row.revision,
    settings,
    status,
    reason: row.reason,
    position: row.position,
    total,
    done: total - missing.length,
    videos: videos.filter(({ isDone }) => isDone).map(({ output }) => videoFileName(output, settings.name)),
    encoding: encodings.get(row.id) ?? null,
    working: status === 'open' ? (taken.get(row.id) ?? 0) : 0,
    folder: renderFolder(row.id),
    reports: status === 'done' ? await reportsOf(row.id) : [],
    createdAt: row.createdAt.toISOString(),
  };
}

/** @throws UserError when there is no such render */
export async function renderRow(id: string): Promise<RenderRow> {
  const db = await database();
  const [row] = /^[0-9a-f-]{36}$/.test(id) ? await db.select(LIGHT).from(renders).where(eq(renders.id, id)) : [];
  if (!row) throw new UserError(404, 'There is no such render.');
  return rowFrom(row);
}

export const renderSummary = async (id: string): Promise<RenderSummary> => summary(await renderRow(id), await takenJobs());

/** The production that a render shows, as it was when it was ordered. */
export async function renderDocument(id: string): Promise<Production> {
  const db = await database();
  const [row] = await db.select({ document: renders.document }).from(renders).where(eq(renders.id, id));
  if (!row) throw new UserError(404, 'There is no such render.');
  return readProduction(row.document);
}

/** Renders that are in the queue, in its order: first those that are drawn first. */
export async function queuedRenders(): Promise<RenderRow[]> {
  const db = await database();
  const rows = await db
    .select(LIGHT)
    .from(renders)
    .where(inArray(renders.status, ['open', 'paused']))
    .orderBy(asc(renders.position), asc(renders.createdAt));
  return rows.map(rowFrom);
}

/** The renders of a production, newest first, and whatever else is in the queue, in its order. */
export async function listRenders(productionId: string): Promise<RenderSummary[]> {
  const db = await database();
  const latest = await db
    .select(LIGHT)
    .from(renders)
    .where(eq(renders.productionId, productionId))
    .orderBy(desc(renders.createdAt))
    .limit(30);
  const queued = (await queuedRenders()).filter(({ id }) => !latest.some((row) => row.id === id));
  const taken = await takenJobs();
  return Promise.all([...latest.map(rowFrom), ...queued].map((row) => summary(row, taken)));
}

/** What is rendered: a production as it stands, or a version of it. */
export interface Rendered {
  productionId: string;
  revision: number;
  document: Production;
}

/** The settings of a render of a production. @throws UserError where it cannot be had so */
export function settledSettings({ format, traced }: Production, asked: RenderOrder): RenderSettings {
  const length = deliveredLength(format, asked.rate ?? format.rate);
  // How its light is drawn is settled now: the production may be changed before the last frame is.
  const settings = renderSettingsSchema.parse({ ...asked, last: asked.last ?? length - 1, traced: asked.traced ?? traced });
  if (settings.last >= length) throw new UserError(400, `This production ends at frame ${length - 1}.`);
  const trouble = rasterTrouble(settings, renderRaster(format, settings.scale));
  if (trouble) throw new UserError(400, trouble);
  return settings;
}

/** Keeps a render, or finds the same one that is still to be done; it is the caller's to queue it. */
export async function keepOrder({ productionId, revision, document }: Rendered, settings: RenderSettings): Promise<string> {
  const db = await database();
  const open = await db
    .select({ id: renders.id, settings: renders.settings })
    .from(renders)
    .where(and(eq(renders.productionId, productionId), eq(renders.revision, revision), notInArray(renders.status, ['done', 'cancelled'])));
  const same = open.find((row) => isDeepStrictEqual(readRenderSettings(row.settings), settings));
  if (same) return same.id;
  const id = randomUUID();
  const position = sql`(select coalesce(max(position), 0) + 1 from renders)`;
  await db.insert(renders).values({ id, productionId, revision, document, settings, position });
  return id;
}

/** Everything needed to go on with a render: its document and the frames still missing. */
export async function openRender(id: string): Promise<{ render: RenderSummary; document: Production; missing: number[] }> {
  const row = await renderRow(id);
  const videosDone = videosOf(id, row.settings).every(({ isDone }) => isDone);
  const missing = await missingFrames(id, row.settings, videosDone);
  return { render: await summary(row, await takenJobs()), document: await renderDocument(id), missing };
}

/** Notes where a render stands. Frames on disk stay in every case. */
export async function noteStatus(id: string, status: RenderStatus, reason: string | null = null): Promise<void> {
  const db = await database();
  await db.update(renders).set({ status, reason, updatedAt: new Date() }).where(eq(renders.id, id));
}

/** Puts the renders of the queue in an order; those that are not named come after. */
export async function orderQueue(ids: readonly string[]): Promise<void> {
  const db = await database();
  const queued = (await queuedRenders()).map(({ id }) => id);
  const ordered = [...ids.filter((id) => queued.includes(id)), ...queued.filter((id) => !ids.includes(id))];
  await db.transaction(async (own) => {
    for (const [position, id] of ordered.entries()) await own.update(renders).set({ position }).where(eq(renders.id, id));
  });
}

/** Largest frame and largest video that are taken, bytes. */
const MAX_FRAME_BYTES = 2_000_000_000;
const MAX_VIDEO_BYTES = 4_000_000_000;

function fileOf(settings: RenderSettings, name: string | null): FrameFile {
  const files = frameFiles(settings);
  const found = name === null ? files[0] : files.find((file) => file.name === name);
  if (!found) throw new UserError(400, 'Such frames are not part of this render.');
  return found;
}

/** Puts one finished frame on disk, as it comes. @param name which of the pictures of it; the first that was ordered if null */
export async function storeFrame(id: string, frame: number, request: Request, name: string | null = null): Promise<void> {
  const { settings } = await renderRow(id);
  if (!framesOf(settings).includes(frame)) throw new UserError(400, 'That frame is not part of this render.');
  const file = fileOf(settings, name);
  const { firstBytes, label } = outputNamed(file.output.kind);
  await bodyToFile(request, framePath(id, settings, file, frame), {
    limit: MAX_FRAME_BYTES,
    what: 'A frame',
    first: firstBytes,
    wrong: `A frame must be a ${label} picture.`,
  });
}

/** A finished frame, and its media type. */
export async function readFrame(id: string, frame: number, name: string | null = null): Promise<{ bytes: Buffer; mediaType: string }> {
  const { settings } = await renderRow(id);
  const file = fileOf(settings, name);
  const bytes = await readIfThere(framePath(id, settings, file, frame));
  if (!bytes) throw new UserError(404, 'That frame has not been rendered yet.');
  return { bytes, mediaType: outputNamed(file.output.kind).mediaType };
}

/** A video of a render by its kind: what was ordered, where it lies or will, and its name. @throws UserError when it was not ordered */
export async function orderedVideo(id: string, kind: string | null): Promise<{ output: VideoOutput; file: string; name: string }> {
  const { settings } = await renderRow(id);
  const videos = settings.outputs.filter(isVideo);
  const output = kind === null ? videos[0] : videos.find((each) => each.kind === kind);
  if (!output) throw new UserError(400, 'This render has no such video.');
  return { output, file: videoPath(id, settings, output), name: videoFileName(output, settings.name) };
}

/** Puts a finished video on disk under its final name, as it comes. */
export async function storeVideo(id: string, kind: string | null, request: Request): Promise<void> {
  const { output, file } = await orderedVideo(id, kind);
  const { firstBytes, label, by } = outputNamed(output.kind);
  if (by !== 'browser') throw new UserError(400, 'This video is made by the server.');
  await bodyToFile(request, file, {
    limit: MAX_VIDEO_BYTES,
    what: 'A video',
    first: firstBytes,
    wrong: `This is not the ${label} video that was ordered.`,
  });
}

/** A finished video as a stream, for download. */
export async function readVideo(
  id: string,
  kind: string | null,
): Promise<{ name: string; mediaType: string; bytes: number; stream: ReadableStream }> {
  const { output, file, name } = await orderedVideo(id, kind);
  if (!existsSync(file)) throw new UserError(404, 'The video is not finished yet.');
  const { mediaType } = outputNamed(output.kind);
  return {
    name,
    mediaType,
    bytes: statSync(file).size,
    stream: Readable.toWeb(createReadStream(file)) as ReadableStream,
  };
}

/** Removes a render with its work, its frames and its videos. */
export async function removeRender(id: string): Promise<void> {
  await renderRow(id);
  await dropJobs(id);
  const db = await database();
  await db.delete(renders).where(eq(renders.id, id));
  await rm(renderFolder(id), { recursive: true, force: true });
}
