import { createStore } from 'zustand/vanilla';
import type { RenderSummary } from '@/core/delivery/listing';
import { api } from '@/parts/api';
import { beginQueue, noteChange, queueStore, stopHere } from './queue-runner';

/** Renders as the server last told of them. */
export const renderStore = createStore<{ renders: readonly RenderSummary[] }>()(() => ({ renders: [] }));

/** Asks for the renders of a production, and for what is in the queue. */
export async function refreshRenders(productionId: string): Promise<void> {
  const { renders } = await api<{ renders: RenderSummary[] }>(`/api/productions/${productionId}/renders`);
  renderStore.setState({ renders });
}

const setStatus = (id: string, status: 'open' | 'paused' | 'cancelled') => api(`/api/renders/${id}`, { method: 'PATCH', json: { status } });

/** Lets what is queued be done here, if nobody else does it. */
export function takeUp(): void {
  beginQueue();
  noteChange();
}

/** Holds a render back. Its finished frames stay on disk, and it keeps its place. */
export async function pauseRender(id: string): Promise<void> {
  await setStatus(id, 'paused');
  stopHere(id);
  noteChange();
}

/** Leaves a render. Its finished frames stay on disk, and it can be taken up again. */
export async function cancelRender(id: string): Promise<void> {
  await setStatus(id, 'cancelled');
  stopHere(id);
  noteChange();
}

export async function continueRender(id: string): Promise<void> {
  queueStore.setState(({ troubles: { [id]: _old, ...troubles } }) => ({ troubles }));
  await setStatus(id, 'open');
  takeUp();
}

/** Removes a render that nobody works on, with all that is on disk of it. */
export async function removeRender(id: string): Promise<void> {
  await api(`/api/renders/${id}`, { method: 'DELETE' });
  noteChange();
}

/** Puts the queue in another order. */
export async function reorderQueue(order: readonly string[]): Promise<void> {
  await api('/api/queue', { method: 'PATCH', json: { order } });
  noteChange();
}
