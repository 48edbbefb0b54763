import 'server-only';
import { rm } from 'node:fs/promises';
import path from 'node:path';
import type { Job, JobEnd } from '@/core/delivery/jobs';
import type { RenderSummary } from '@/core/delivery/listing';
import { outputNamed } from '@/core/delivery/outputs/outputs';
import { WORK, type RenderOrder, type RenderSettings } from '@/core/delivery/render-settings';
import { UserError } from '../errors';
import { findFfmpeg } from '../outside/ffmpeg';
import { missingFrames, videosOf } from '../render-files';
import { renderFolder } from '../render-folders';
import { loadProduction } from '../productions';
import { keepOrder, noteStatus, queuedRenders, renderRow, renderSummary, settledSettings, type Rendered } from '../renders';
import {
  addJobs,
  chunked,
  completeJob,
  dropJobs,
  failJob,
  freeOverdue,
  hasQueues,
  giveBackJob,
  liveJobs,
  takeJob,
  takenJob,
  touchJob,
  type Worker,
} from './jobs';

/** Called when there may be work for the server itself. */
const listeners = globalThis as typeof globalThis & { ironskyServerWork?: () => void };
export const onServerWork = (listener: () => void): void => {
  listeners.ironskyServerWork = listener;
};

/** Queues what is left to do for a render that is to be done: first frames, then videos of them; once nothing is left, it is done. */
export async function advance(id: string): Promise<void> {
  const { settings, status } = await renderRow(id);
  if (status !== 'open') return;
  const videos = videosOf(id, settings).filter(({ isDone }) => !isDone);
  const missing = await missingFrames(id, settings, videos.length === 0);
  const live = await liveJobs(id);
  if (missing.length > 0) {
    const underWay = new Set(live.flatMap((work) => (work.kind === 'frames' ? work.frames : [])));
    return addJobs(id, chunked(missing.filter((frame) => !underWay.has(frame))));
  }
  const kinds = new Set(live.flatMap((work) => (work.kind === 'video' ? [work.output] : [])));
  const wanted = videos.map(({ output }) => output.kind).filter((kind) => !kinds.has(kind));
  if (wanted.length > 0) {
    await addJobs(
      id,
      wanted.map((output) => ({ kind: 'video', output })),
    );
    listeners.ironskyServerWork?.();
  }
  if (videos.length === 0) await end(id);
}

/** All is on disk: what videos were made of is not needed any more, nor are the queues. */
async function end(id: string): Promise<void> {
  await noteStatus(id, 'done');
  await dropJobs(id);
  await rm(path.join(renderFolder(id), WORK), { recursive: true, force: true });
}

/** Refuses what only an ffmpeg can write that is not there. */
export async function assertCanWrite({ outputs }: Pick<RenderSettings, 'outputs'>): Promise<void> {
  const outside = outputs.filter(({ kind }) => outputNamed(kind).by === 'ffmpeg');
  const found = outside.length > 0 ? await findFfmpeg() : null;
  const missing = outside.find(({ kind }) => !found?.kinds.includes(kind));
  if (!missing) return;
  const { label } = outputNamed(missing.kind);
  throw new UserError(
    400,
    `${label} is written by ffmpeg, and ${found ? 'the one on this machine cannot' : 'none was found on this machine'}.`,
  );
}

/** Queues a render. The same one, if it is still to be done, is gone on with: what was drawn of it is not drawn again. */
export const queueRender = async (rendered: Rendered, settings: RenderSettings): Promise<RenderSummary> =>
  setStatus(await keepOrder(rendered, settings), 'open');

/** The same for one of many: its work is queued when its turn comes. @returns its id */
export async function queueLater(rendered: Rendered, settings: RenderSettings): Promise<string> {
  const id = await keepOrder(rendered, settings);
  await noteStatus(id, 'open');
  return id;
}

/** Orders a render of a production as it stands now. */
export async function orderRender(productionId: string, asked: RenderOrder): Promise<RenderSummary> {
  await assertCanWrite(asked);
  const { document, revision } = await loadProduction(productionId);
  return queueRender({ productionId, revision, document }, settledSettings(document, asked));
}

/** Holds a render back, leaves it, or goes on with it. Frames on disk stay in every case. */
export async function setStatus(id: string, status: 'open' | 'paused' | 'cancelled'): Promise<RenderSummary> {
  const { status: now } = await renderRow(id);
  if (now === 'done') throw new UserError(409, 'This render is done.');
  await noteStatus(id, status);
  if (status === 'open') await advance(id);
  else if (status === 'cancelled') await dropJobs(id);
  return renderSummary(id);
}

/**
 * Gives the next job to a worker: that of the render that stands first in the queue.
 * @param only a render whose jobs alone are wanted; any if null
 */
export async function takeNext(worker: Worker, only: string | null = null): Promise<Job | null> {
  await freeOverdue();
  for (const { id, status } of await queuedRenders()) {
    if (status !== 'open' || (only !== null && id !== only)) continue;
    // What nobody has begun is begun by whoever draws.
    if (worker === 'server' && !(await hasQueues(id))) continue;
    let job = await takeUndone(id, worker);
    if (!job && (await liveJobs(id)).length === 0) {
      // Its work was lost with whoever had it.
      await advance(id);
      job = await takeUndone(id, worker);
    }
    if (job) return job;
  }
  return null;
}

/** The next job of a render that is not done yet: of one that was begun before, what is on disk is not drawn again. */
async function takeUndone(renderId: string, worker: Worker): Promise<Job | null> {
  for (;;) {
    const job = await takeJob(renderId, worker);
    if (job?.work.kind !== 'frames') return job;
    const missing = new Set(await missingFrames(renderId, (await renderRow(renderId)).settings, false));
    const frames = job.work.frames.filter((frame) => missing.has(frame));
    if (frames.length > 0) return { ...job, work: { kind: 'frames', frames } };
    await completeJob(job);
    await advance(renderId);
  }
}

/** Says that a job is worked on. @returns whether it is wanted still */
export async function keepJob(renderId: string, jobId: string): Promise<boolean> {
  const { status } = await renderRow(renderId);
  return status === 'open' && (await touchJob(renderId, jobId));
}

/** Says how a job ended. One that was taken back meanwhile is not asked for any more. */
export async function endJob(renderId: string, jobId: string, how: JobEnd, reason = ''): Promise<void> {
  const job = await takenJob(renderId, jobId);
  if (!job) return advance(renderId);
  if (how === 'given-back') return giveBackJob(job);
  if (how === 'done') await completeJob(job);
  else if (how === 'refused' || !(await failJob(job, reason))) {
    await noteStatus(renderId, 'failed', reason || 'The render stopped.');
    await dropJobs(renderId);
  }
  await advance(renderId);
}
