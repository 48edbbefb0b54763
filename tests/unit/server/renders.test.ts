import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { encode } from 'fast-png';
import { outputOfKind, type Output } from '@/core/delivery/outputs/outputs';
import { renderSettingsSchema, type RenderSettings } from '@/core/delivery/render-settings';
import { MAX_FRAMES } from '@/core/production/frame-format';
import type { FrameFormat } from '@/core/production/production';
import { database } from '@/server/database';
import { UserError } from '@/server/errors';
import { createProduction, renameProduction } from '@/server/productions';
import { advance, endJob, keepJob, orderRender, setStatus, takeNext } from '@/server/queue/queue';
import {
  listRenders,
  openRender,
  orderQueue,
  queuedRenders,
  readFrame,
  removeRender,
  renderSummary,
  storeFrame,
  storeVideo,
} from '@/server/renders';
import { useDataFolder } from '../support/data-folder';

/** Bytes as a page sends them. */
const sent = (bytes: Uint8Array) => new Request('http://ironsky.test/', { method: 'PUT', body: new Uint8Array(bytes) });

const format: FrameFormat = { width: 320, height: 180, rate: '25', length: 100 };
const png = encode({ width: 2, height: 2, data: new Uint8Array(12), channels: 3, depth: 8 });
/** What a WebM begins with. */
const webm = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, ...new Uint8Array(20));
const status = (work: Promise<unknown>) =>
  work.then(
    () => 0,
    (error) => (error instanceof UserError ? error.status : Promise.reject(error)),
  );
useDataFolder();

describe('renders', () => {
  const settings = renderSettingsSchema.parse({ first: 2, last: 5 });

  test('know their frames on disk, and go on from there', async () => {
    const { id: production } = await createProduction('To render', format);
    const { id } = await orderRender(production, settings);
    expect((await openRender(id)).missing).toEqual([2, 3, 4, 5]);
    await storeFrame(id, 3, sent(png));
    // A frame that was being written when everything stopped is not there.
    const { render } = await openRender(id);
    writeFileSync(path.join(render.folder, '.frame_00004.png.abcd.part'), png.subarray(0, 20));
    expect((await openRender(id)).missing).toEqual([2, 4, 5]);
    for (const frame of [2, 4, 5]) await storeFrame(id, frame, sent(png));
    await advance(id);
    expect(await renderSummary(id)).toMatchObject({ status: 'done', done: 4, total: 4 });
    expect(new Uint8Array((await readFrame(id, 3)).bytes)).toEqual(png);
  });

  test('show the production as it was when they were ordered', async () => {
    const { id: production } = await createProduction('Before', format);
    const { id } = await orderRender(production, settings);
    await renameProduction(production, 'After');
    expect((await openRender(id)).document.name).toBe('Before');
  });

  test('the same render asked for again is gone on with while it is open; a changed production or setting begins another', async () => {
    const { id: production } = await createProduction('Again', format);
    const first = await orderRender(production, settings);
    expect((await orderRender(production, settings)).id).toBe(first.id);
    expect((await orderRender(production, { ...settings, samples: 9 })).id).not.toBe(first.id);
    await renameProduction(production, 'Again, changed');
    expect((await orderRender(production, settings)).id).not.toBe(first.id);
    const own = (await listRenders(production)).filter(({ productionId }) => productionId === production);
    expect(own).toHaveLength(3);
  });

  test('are removed with their files, and no other; a page that still draws one is told', async () => {
    const { id: production } = await createProduction('Cleared', format);
    const [gone, kept] = [await orderRender(production, settings), await orderRender(production, { ...settings, samples: 3 })];
    for (const { id } of [gone, kept]) await storeFrame(id, 2, sent(png));
    await removeRender(gone.id);
    expect(existsSync(gone.folder)).toBe(false);
    const left = (await listRenders(production)).filter(({ productionId }) => productionId === production);
    expect(left.map(({ id, done }) => [id, done])).toEqual([[kept.id, 1]]);
    expect(await status(storeFrame(gone.id, 3, sent(png)))).toBe(404);
    expect(await status(removeRender('../..'))).toBe(404);
  });

  test('frames outside the range, and bytes that are no picture, are refused', async () => {
    const { id: production } = await createProduction('Bounds', format);
    expect(await status(orderRender(production, { ...settings, last: 100 }))).toBe(400);
    const { id, folder: into } = await orderRender(production, settings);
    expect(await status(storeFrame(id, 6, sent(png)))).toBe(400);
    expect(await status(storeFrame(id, 3, sent(new Uint8Array(50))))).toBe(415);
    expect(await status(openRender('../..'))).toBe(404);
    expect(readdirSync(into)).toEqual([]);
  });
});

describe('the queue', () => {
  const order = async (change: Partial<RenderSettings> = {}) => {
    const { id } = await createProduction('Queued', format);
    return (await orderRender(id, renderSettingsSchema.parse({ last: 19, ...change }))).id;
  };
  const clear = async () => {
    for (const { id } of await queuedRenders()) await removeRender(id);
  };
  beforeEach(clear);

  /** Does a job as a page would. */
  async function draw(only: string | null = null): Promise<number[] | null> {
    const job = await takeNext('page', only);
    if (job?.work.kind !== 'frames') return null;
    for (const frame of job.work.frames) await storeFrame(job.renderId, frame, sent(png));
    await endJob(job.renderId, job.id, 'done');
    return job.work.frames;
  }

  test('gives frames out in pieces, each to one worker, in order; the render is done with the last of them', async () => {
    const id = await order();
    const jobs = [await takeNext('page'), await takeNext('page'), await takeNext('page'), await takeNext('page')];
    expect(jobs.map((job) => (job?.work.kind === 'frames' ? job.work.frames[0] : null))).toEqual([0, 8, 16, null]);
    const frames = jobs.flatMap((job) => (job?.work.kind === 'frames' ? job.work.frames : []));
    expect(frames.sort((a, b) => a - b)).toEqual(Array.from({ length: 20 }, (_, i) => i));
    expect(jobs.filter(Boolean)).toHaveLength(3);
    for (const job of jobs) {
      if (job?.work.kind !== 'frames') continue;
      for (const frame of job.work.frames) await storeFrame(id, frame, sent(png));
      await endJob(id, job.id, 'done');
    }
    expect(await renderSummary(id)).toMatchObject({ status: 'done', done: 20 });
    expect(await takeNext('page')).toBeNull();
  });

  test('goes by its order, which can be changed; what is held back keeps its place and is passed over', async () => {
    const [first, second, third] = [await order(), await order(), await order()];
    expect((await queuedRenders()).map(({ id }) => id)).toEqual([first, second, third]);
    await orderQueue([third, first, second]);
    expect((await takeNext('page'))?.renderId).toBe(third);
    await setStatus(third, 'paused');
    expect((await takeNext('page'))?.renderId).toBe(first);
    await setStatus(third, 'open');
    expect((await takeNext('page'))?.renderId).toBe(third);
    // Whoever works for one render alone gets no other's.
    expect((await takeNext('page', second))?.renderId).toBe(second);
  });

  test('takes work back from whoever has fallen silent, and draws no frame twice that is on disk', async () => {
    const id = await order();
    const lost = await takeNext('page');
    if (lost?.work.kind !== 'frames') throw new Error('Frames were expected.');
    for (const frame of lost.work.frames.slice(0, 3)) await storeFrame(id, frame, sent(png));
    expect(await keepJob(id, lost.id)).toBe(true);
    // As if two minutes had gone by.
    await (await database()).execute(sql`update pgboss.job set started_on = now() - interval '2 minutes' where state = 'active'`);
    const drawn = [await draw(), await draw()].flat();
    await (await database()).execute(sql`update pgboss.job set start_after = now() - interval '1 minute'`);
    drawn.push(...((await draw()) ?? []));
    expect(drawn.sort((a, b) => (a ?? 0) - (b ?? 0))).toEqual(Array.from({ length: 17 }, (_, i) => i + 3));
    expect(await renderSummary(id)).toMatchObject({ status: 'done' });
    // The one who had it is told that it is not wanted any more.
    expect(await keepJob(id, lost.id)).toBe(false);
  });

  test('a job that fails is tried again, and then the render says why; it goes on from there when that is asked', async () => {
    const id = await order({ last: 3 });
    for (let i = 0; i < 3; i++) {
      await (await database()).execute(sql`update pgboss.job set start_after = now() - interval '1 minute'`);
      const job = await takeNext('page');
      expect(job).not.toBeNull();
      await endJob(id, job?.id ?? '', 'failed', 'The card was lost.');
    }
    expect(await renderSummary(id)).toMatchObject({ status: 'failed', reason: 'The card was lost.' });
    expect(await takeNext('page')).toBeNull();
    await setStatus(id, 'open');
    expect(await draw()).toEqual([0, 1, 2, 3]);
    expect(await renderSummary(id)).toMatchObject({ status: 'done', reason: null });
  });

  test('what is refused is not tried again, and what is given back is there at once', async () => {
    const id = await order({ last: 1 });
    const job = await takeNext('page');
    await endJob(id, job?.id ?? '', 'given-back');
    const again = await takeNext('page');
    expect(again?.id).toBe(job?.id);
    await endJob(id, again?.id ?? '', 'refused', 'The disk is full.');
    expect(await renderSummary(id)).toMatchObject({ status: 'failed', reason: 'The disk is full.' });
  });

  test('videos come after their frames; what only they were made of goes when they are whole', async () => {
    const outputs: Output[] = [outputOfKind('jpeg'), outputOfKind('webm')];
    const id = await order({ last: 1, outputs });
    const frames = await takeNext('page');
    const jpeg = Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, ...new Uint8Array(20));
    for (const frame of [0, 1]) {
      await storeFrame(id, frame, sent(jpeg), 'jpeg');
      await storeFrame(id, frame, sent(png), 'work');
    }
    await endJob(id, frames?.id ?? '', 'done');
    const video = await takeNext('page');
    expect(video?.work).toEqual({ kind: 'video', output: 'webm' });
    expect((await renderSummary(id)).status).toBe('open');
    expect(await status(storeVideo(id, 'webm', sent(png)))).toBe(415);
    await storeVideo(id, 'webm', sent(webm));
    await endJob(id, video?.id ?? '', 'done');
    const { status: now, videos, folder } = await renderSummary(id);
    expect([now, videos]).toEqual(['done', ['video.webm']]);
    expect(readdirSync(folder).sort()).toEqual(['frame_00000.jpg', 'frame_00001.jpg', 'video.webm']);
  });

  test('the longest production there is goes on with the frames that are missing of its 36,000', async () => {
    const { id: production } = await createProduction('Long', { ...format, length: MAX_FRAMES });
    const { id, folder, total } = await orderRender(production, renderSettingsSchema.parse({ last: MAX_FRAMES - 1 }));
    expect(total).toBe(36_000);
    expect(await draw()).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    await setStatus(id, 'cancelled');
    const missing = [17, 20_000, 35_999];
    for (let frame = 8; frame < total; frame++)
      if (!missing.includes(frame)) writeFileSync(path.join(folder, `frame_${String(frame).padStart(5, '0')}.png`), png);
    expect(await setStatus(id, 'open')).toMatchObject({ status: 'open', done: total - 3 });
    expect(await draw()).toEqual(missing);
    expect(await renderSummary(id)).toMatchObject({ status: 'done', done: total });
  });

  test('every so many frames are drawn where that is asked', async () => {
    const id = await order({ first: 1, last: 10, every: 4 });
    expect(await draw()).toEqual([1, 5, 9]);
    expect(await renderSummary(id)).toMatchObject({ status: 'done', total: 3 });
  });
});
