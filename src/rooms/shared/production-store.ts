import { freeze, produce } from 'immer';
import { temporal } from 'zundo';
import { createStore } from 'zustand/vanilla';
import type { Production } from '@/core/production/production';

export interface ProductionState {
  production: Production;
}

/** The document with its undo history. */
export function createProductionStore(production: Production) {
  const store = createStore<ProductionState>()(
    // As edits leave it: frozen, and so evaluated faster.
    temporal(() => ({ production: freeze(production, true) }), { limit: 500, equality: (a, b) => a.production === b.production }),
  );
  let lastGesture: string | null = null;

  /**
   * Changes the document by a recipe on a draft. Changes of one gesture (a drag, a run of key presses)
   * are one step of undo.
   */
  const edit = (recipe: (draft: Production) => void, gesture: string | null = null): void => {
    const next = produce(store.getState().production, (draft) => void recipe(draft));
    if (next === store.getState().production) return;
    const history = store.temporal.getState();
    const joins = gesture !== null && gesture === lastGesture;
    if (joins) history.pause();
    store.setState({ production: next });
    if (joins) history.resume();
    lastGesture = gesture;
  };
  const undo = () => {
    lastGesture = null;
    store.temporal.getState().undo();
  };
  const redo = () => {
    lastGesture = null;
    store.temporal.getState().redo();
  };
  /** Puts another document in place of this one; its history begins anew. */
  const replace = (document: Production) => {
    store.setState({ production: freeze(document, true) });
    store.temporal.getState().clear();
    lastGesture = null;
  };
  return { store, edit, undo, redo, replace };
}

export type ProductionStore = ReturnType<typeof createProductionStore>;
