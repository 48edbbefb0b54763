import { createStore } from 'zustand/vanilla';
import type { ProductionSummary } from '@/core/production/listing';
import type { Production } from '@/core/production/production';
import { cutText } from '@/core/schema/text';
import { api, ApiError } from '@/parts/api';
import type { ProductionStore } from './production-store';

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'waiting' }
  | { kind: 'saving' }
  | { kind: 'failed'; reason: string }
  /** Someone else has saved since, or deleted it: nothing is sent any more until the person has chosen. */
  | { kind: 'outdated' }
  | { kind: 'gone' };

/** Thrown when the last edit could not be saved; the message says why. */
export class NotSavedError extends Error {}

const PAUSE_MS = 400;
const RETRY_MS = 3000;

/** A save that was sent and not answered: it may have been kept, so it is sent again as it was before anything newer. */
interface Attempt {
  document: Production;
  /** Its own name, by which the server knows it again. */
  save: string;
}

/** Sends each change to the server within a second, in order, and says how it stands. Keeps what could not be saved. */
export function createAutosave(id: string, { store, replace }: ProductionStore, firstRevision: number) {
  const state = createStore<{ save: SaveState; revision: number }>()(() => ({ save: { kind: 'saved' }, revision: firstRevision }));
  let saved: Production = store.getState().production;
  let unanswered: Attempt | null = null;
  let sending: Promise<void> | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;

  const show = (save: SaveState) => state.setState({ save });
  const isStopped = () => ['outdated', 'gone'].includes(state.getState().save.kind);
  const hasUnsaved = () => unanswered !== null || store.getState().production !== saved;
  const later = (ms: number) => {
    if (timer) clearTimeout(timer);
    timer = setTimeout(() => void flush().catch(() => undefined), ms);
  };

  /** Sends what is newest, or again what was not answered. Throws when it is not kept. */
  async function send(): Promise<void> {
    const attempt = (unanswered ??= { document: store.getState().production, save: crypto.randomUUID() });
    show({ kind: 'saving' });
    try {
      const json = { revision: state.getState().revision, ...attempt };
      const { revision } = await api<{ revision: number }>(`/api/productions/${id}`, { method: 'PUT', json });
      [saved, unanswered] = [attempt.document, null];
      // Edits made while this was on its way are not saved yet: it must not be said that they are.
      state.setState({ revision, save: { kind: hasUnsaved() ? 'waiting' : 'saved' } });
    } catch (error) {
      const status = error instanceof ApiError ? error.status : 0;
      // Refused by the server: it was not kept, and is not meant to be sent again as it is.
      if (status !== 0) unanswered = null;
      const reason = error instanceof Error ? error.message : 'Saving failed.';
      if (status === 409) show({ kind: 'outdated' });
      else if (status === 410) show({ kind: 'gone' });
      else {
        show({ kind: 'failed', reason });
        later(RETRY_MS);
      }
      throw new NotSavedError(`Your last edit is not saved. ${reason}`);
    }
  }

  /**
   * Resolves once all edits made until now are saved.
   * @throws NotSavedError when they are not
   */
  async function flush(): Promise<void> {
    if (timer) clearTimeout(timer);
    timer = null;
    while (hasUnsaved()) {
      if (isStopped()) throw new NotSavedError('Your last edit is not saved. Choose first what becomes of it.');
      sending ??= send().finally(() => {
        sending = null;
      });
      await sending;
    }
    // Changed and changed back, by undo, before anything was sent.
    if (!isStopped() && state.getState().save.kind !== 'saved') show({ kind: 'saved' });
  }

  const stop = store.subscribe(() => {
    if (isStopped()) return;
    if (state.getState().save.kind !== 'failed') show({ kind: 'waiting' });
    later(PAUSE_MS);
  });

  /** After someone else has saved: take theirs, dropping the edits made here. */
  async function takeTheirs(): Promise<void> {
    const theirs = await api<{ document: Production; revision: number }>(`/api/productions/${id}`);
    [saved, unanswered] = [theirs.document, null];
    replace(theirs.document);
    saved = store.getState().production;
    state.setState({ revision: theirs.revision, save: { kind: 'saved' } });
  }

  /** After someone else has saved, or deleted it: keep the edits made here as a production of its own; returns its id. */
  async function keepMineAsCopy(): Promise<string> {
    const mine = store.getState().production;
    const name = state.getState().save.kind === 'gone' ? mine.name : cutText(`${mine.name} (from another window)`, 120);
    const copy = await api<ProductionSummary>('/api/productions', { method: 'POST', json: { document: { ...mine, name } } });
    return copy.id;
  }

  return { state, flush, takeTheirs, keepMineAsCopy, dispose: stop, hasUnsaved };
}

export type Autosave = ReturnType<typeof createAutosave>;
