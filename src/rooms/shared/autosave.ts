import { createStore } from 'zustand/vanilla';
import type { Production } from '@/core/production/production';
import { api, ApiError } from '@/parts/api';
import type { ProductionStore } from './production-store';

export type SaveState =
  { kind: 'saved' } | { kind: 'waiting' } | { kind: 'saving' } | { kind: 'failed'; reason: string } | { kind: 'outdated' };

const PAUSE_MS = 400;
const RETRY_MS = 3000;

/** Sends each change to the server within a second, in order, and says how it stands. Keeps what could not be saved. */
export function createAutosave(id: string, { store, replace }: ProductionStore, firstRevision: number) {
  const state = createStore<{ save: SaveState; revision: number }>()(() => ({ save: { kind: 'saved' }, revision: firstRevision }));
  let saved: Production = store.getState().production;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let busy = false;

  const show = (save: SaveState) => state.setState({ save });
  const later = (ms: number) => {
    if (timer) clearTimeout(timer);
    timer = setTimeout(() => void flush(), ms);
  };

  async function flush(): Promise<void> {
    timer = null;
    const document = store.getState().production;
    if (busy || state.getState().save.kind === 'outdated') return;
    if (document === saved) {
      // Changed and changed back, by undo, before anything was sent.
      show({ kind: 'saved' });
      return;
    }
    busy = true;
    show({ kind: 'saving' });
    try {
      const { revision } = await api<{ revision: number }>(`/api/productions/${id}`, {
        method: 'PUT',
        json: { revision: state.getState().revision, document },
      });
      saved = document;
      // Edits made while this was on its way are not saved yet: it must not be said that they are.
      state.setState({ revision, save: { kind: store.getState().production === saved ? 'saved' : 'waiting' } });
    } catch (error) {
      if (error instanceof ApiError && error.status === 409) show({ kind: 'outdated' });
      else {
        show({ kind: 'failed', reason: error instanceof Error ? error.message : 'Saving failed.' });
        later(RETRY_MS);
      }
    } finally {
      busy = false;
    }
    if (timer === null && state.getState().save.kind === 'waiting') later(0);
  }

  const stop = store.subscribe(() => {
    if (state.getState().save.kind === 'outdated') return;
    if (state.getState().save.kind !== 'failed') show({ kind: 'waiting' });
    later(PAUSE_MS);
  });

  /** After someone else has saved: take theirs, dropping the edits made here. */
  async function takeTheirs(): Promise<void> {
    const theirs = await api<{ document: Production; revision: number }>(`/api/productions/${id}`);
    saved = theirs.document;
    replace(theirs.document);
    state.setState({ revision: theirs.revision, save: { kind: 'saved' } });
  }

  /** After someone else has saved: keep the edits made here as a production of its own; returns its id. */
  async function keepMineAsCopy(): Promise<string> {
    const mine = store.getState().production;
    const copy = await api<{ id: string; revision: number }>('/api/productions', { method: 'POST', json: { duplicate: id } });
    await api(`/api/productions/${copy.id}`, {
      method: 'PUT',
      json: { revision: copy.revision, document: { ...mine, name: `${mine.name} (from another window)`.slice(0, 120) } },
    });
    return copy.id;
  }

  return { state, flush, takeTheirs, keepMineAsCopy, dispose: stop, hasUnsaved: () => store.getState().production !== saved };
}

export type Autosave = ReturnType<typeof createAutosave>;
