import { createStore } from 'zustand/vanilla';
import type { Job, JobEnd } from '@/core/delivery/jobs';
import type { RenderSummary } from '@/core/delivery/listing';
import { api, ApiError } from '@/parts/api';
import { CancelledError } from '@/parts/picture-client';
import { JobHand, type RenderProgress } from './job-hand';

/** What this page does for the queue. It outlives rooms, so that renders go on while another is open. */
export const queueStore = createStore<{
  /** The render that it works on. */
  renderId: string | null;
  progress: RenderProgress | null;
  /** Why the last job of a render failed, by the render, while it is tried again. */
  troubles: Readonly<Record<string, string>>;
  /** Renders that this page has worked on and that have ended, and were not read of yet. */
  ended: readonly RenderSummary[];
  /** Rises whenever anything of the queue has changed. */
  changes: number;
}>()(() => ({ renderId: null, progress: null, troubles: {}, ended: [], changes: 0 }));

/** One page of a browser works at a time; when it is closed another goes on. */
const LOCK = 'ironsky-queue';
/** How often a page looks whether there is work that it was not told of, and how often it says that it has a job, milliseconds. */
const LOOK_MS = 15_000;
const TOUCH_MS = 15_000;

export const noteChange = (): void => queueStore.setState(({ changes }) => ({ changes: changes + 1 }));

let wake: () => void = () => undefined;
let abort: AbortController | null = null;
let hasBegun = false;

const jobAddress = ({ renderId, id }: Job): string => `/api/renders/${renderId}/jobs/${id}`;

/** Tells the server how a job ended. */
async function tellEnd(job: Job, state: JobEnd, reason?: string): Promise<void> {
  await api(jobAddress(job), { method: 'POST', json: { state, reason } }).catch(() => undefined);
}

/** Does one job, and says how it ended. */
async function see(job: Job, hand: JobHand): Promise<void> {
  const own = new AbortController();
  abort = own;
  // A page that is closed gives its job back at once.
  const leave = () =>
    navigator.sendBeacon(jobAddress(job), new Blob([JSON.stringify({ state: 'given-back' })], { type: 'application/json' }));
  window.addEventListener('pagehide', leave);
  const touch = setInterval(() => {
    api<{ isWanted: boolean }>(jobAddress(job), { method: 'POST', json: { state: 'working' } }).then(
      ({ isWanted }) => isWanted || own.abort(),
      () => undefined,
    );
  }, TOUCH_MS);
  const settle = (trouble: string | null) =>
    queueStore.setState(({ troubles: { [job.renderId]: _old, ...others } }) => ({
      troubles: trouble ? { ...others, [job.renderId]: trouble } : others,
    }));
  try {
    await hand.do(job, own.signal);
    settle(null);
    await tellEnd(job, 'done');
  } catch (error) {
    if (error instanceof CancelledError || own.signal.aborted) await tellEnd(job, 'given-back');
    else {
      const reason = error instanceof Error ? error.message : 'The render stopped.';
      settle(reason);
      hand.rest();
      // What the server refuses it refuses again.
      await tellEnd(job, error instanceof ApiError && error.status > 0 ? 'refused' : 'failed', reason);
    }
  } finally {
    clearInterval(touch);
    window.removeEventListener('pagehide', leave);
    abort = null;
  }
}

/**
 * Does jobs as long as there are any.
 * @param only the render whose jobs are done; of any render if null
 */
async function workThrough(only: string | null, hand: JobHand): Promise<void> {
  for (;;) {
    const { job } = await api<{ job: Job | null }>('/api/queue/next', { method: 'POST', json: { render: only } }).catch(() => ({
      job: null,
    }));
    if (!job) break;
    queueStore.setState((now) => (now.renderId === job.renderId ? now : { renderId: job.renderId, progress: null }));
    noteChange();
    await see(job, hand);
    watched.add(job.renderId);
    await lookForEnds();
    noteChange();
  }
  queueStore.setState({ renderId: null, progress: null });
}

/** Renders that this page has worked on and that have not ended yet, as far as it knows. */
const watched = new Set<string>();

/** Looks which of the renders that this page has worked on have ended. */
async function lookForEnds(): Promise<void> {
  for (const id of watched) {
    const render = await api<RenderSummary>(`/api/renders/${id}/summary`).catch((error: unknown) => {
      if (error instanceof ApiError && error.status === 404) watched.delete(id);
      return null;
    });
    if (!render || render.status === 'open' || render.status === 'paused') continue;
    watched.delete(id);
    if (render.status !== 'cancelled') queueStore.setState(({ ended }) => ({ ended: [...ended, render] }));
    noteChange();
  }
}

const newHand = () =>
  new JobHand((renderId, progress) => queueStore.setState((now) => (now.renderId === renderId ? { ...now, progress } : now)));

/** Lets this page work for the queue from now on, whatever of it is open. */
export function beginQueue(): void {
  if (hasBegun) {
    wake();
    return;
  }
  hasBegun = true;
  const work = async () => {
    const hand = newHand();
    for (;;) {
      const woken = new Promise<void>((resolve) => {
        wake = resolve;
      });
      await workThrough(null, hand);
      hand.rest();
      await lookForEnds();
      await Promise.race([woken, new Promise((resolve) => setTimeout(resolve, LOOK_MS))]);
    }
  };
  if (navigator.locks) void navigator.locks.request(LOCK, work);
  else void work();
}

/** Sees one render through, for a page that is open for nothing else. Ends when it has no more to do for it. */
export async function seeThrough(renderId: string): Promise<void> {
  const hand = newHand();
  await workThrough(renderId, hand);
  hand.rest();
}

/** Stops what this page does for a render; what is on disk stays. */
export function stopHere(renderId: string): void {
  if (queueStore.getState().renderId === renderId) abort?.abort();
}
