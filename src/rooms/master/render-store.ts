import { createStore } from 'zustand/vanilla';
import { api } from '@/parts/api';
import { CancelledError } from '@/parts/picture-client';
import { runRender, type RenderProgress } from './render-runner';

export type Run = { state: 'running'; progress: RenderProgress | null; abort: AbortController } | { state: 'failed'; reason: string };

/** Renders that this page works on. It outlives the room, so that a render goes on while another room is open. */
export const renderStore = createStore<{ runs: Record<string, Run>; finished: number }>()(() => ({ runs: {}, finished: 0 }));

function put(id: string, run: Run | null): void {
  renderStore.setState(({ runs, finished }) => {
    const { [id]: _old, ...others } = runs;
    return { runs: run ? { ...others, [id]: run } : others, finished: run?.state === 'running' ? finished : finished + 1 };
  });
}

/** Takes a render up and sees it through. One page draws one render at a time: the others wait their turn. */
export async function startRun(id: string): Promise<void> {
  if (renderStore.getState().runs[id]?.state === 'running') return;
  const abort = new AbortController();
  put(id, { state: 'running', progress: null, abort });
  turn = turn.then(async () => {
    try {
      if (abort.signal.aborted) throw new CancelledError('cancelled');
      await runRender(id, (progress) => put(id, { state: 'running', progress, abort }), abort.signal);
      put(id, null);
    } catch (error) {
      put(
        id,
        error instanceof CancelledError || abort.signal.aborted
          ? null
          : { state: 'failed', reason: error instanceof Error ? error.message : 'The render stopped.' },
      );
    }
  });
  await turn;
}
let turn: Promise<void> = Promise.resolve();

/** Stops a render. Its finished frames stay on disk, and it can be taken up again. */
export async function cancelRun(id: string): Promise<void> {
  const run = renderStore.getState().runs[id];
  if (run?.state === 'running') run.abort.abort();
  await api(`/api/renders/${id}`, { method: 'PATCH', json: { status: 'cancelled' } });
  renderStore.setState(({ finished }) => ({ finished: finished + 1 }));
}

/** Removes a render that nobody works on, with all that is on disk of it. */
export async function removeRun(id: string): Promise<void> {
  await api(`/api/renders/${id}`, { method: 'DELETE' });
  put(id, null);
}

export async function resumeRun(id: string): Promise<void> {
  await api(`/api/renders/${id}`, { method: 'PATCH', json: { status: 'open' } });
  await startRun(id);
}
