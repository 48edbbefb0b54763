import { enablePatches, freeze, produceWithPatches, type Patch } from 'immer';
import { createStore } from 'zustand/vanilla';
import type { Production } from '@/core/production/production';

enablePatches();

export interface ProductionState {
  production: Production;
  /** What changed since the production before; null when it is another document altogether. */
  patches: Patch[] | null;
  canUndo: boolean;
  canRedo: boolean;
}

/** One step of undo: the documents on both sides, which share all that it does not touch, and the patches from one to the other. */
interface Step {
  before: Production;
  after: Production;
  back: Patch[];
  again: Patch[];
}

const MAX_STEPS = 500;

const placesOf = (patches: readonly Patch[]): string => JSON.stringify(patches.map(({ op, path }) => [op, path]));
const isReplacing = (patches: readonly Patch[]): boolean => patches.every(({ op }) => op === 'replace');

/** Two steps as one. Of values that are dragged only where they came from and where they went is kept. */
function joined(first: Step, second: Step): Step {
  const { before } = first;
  const { after } = second;
  if (isReplacing(second.again) && placesOf(first.again) === placesOf(second.again))
    return { before, after, back: first.back, again: second.again };
  return { before, after, back: [...second.back, ...first.back], again: [...first.again, ...second.again] };
}

/**
 * The document with its undo history. What an edit does not touch stays the same object, in this store and in whoever follows its
 * patches.
 */
export function createProductionStore(production: Production) {
  const store = createStore<ProductionState>()(() => ({
    production: freeze(production, true),
    patches: null,
    canUndo: false,
    canRedo: false,
  }));
  let done: Step[] = [];
  let undone: Step[] = [];
  let lastGesture: string | null = null;

  const put = (next: Production, patches: Patch[] | null) =>
    store.setState({ production: next, patches, canUndo: done.length > 0, canRedo: undone.length > 0 });

  /**
   * Changes the document by a recipe on a draft. Changes of one gesture (a drag, a run of key presses)
   * are one step of undo.
   */
  const edit = (recipe: (draft: Production) => void, gesture: string | null = null): void => {
    const before = store.getState().production;
    const [next, again, back] = produceWithPatches(before, (draft) => void recipe(draft));
    if (next === before) return;
    const last = done[done.length - 1];
    const step = { before, after: next, back, again };
    if (last && gesture !== null && gesture === lastGesture) done[done.length - 1] = joined(last, step);
    else done = [...done.slice(-(MAX_STEPS - 1)), step];
    undone = [];
    lastGesture = gesture;
    put(next, again);
  };

  const undo = () => {
    lastGesture = null;
    const step = done.pop();
    if (!step) return;
    undone.push(step);
    put(step.before, step.back);
  };
  const redo = () => {
    lastGesture = null;
    const step = undone.pop();
    if (!step) return;
    done.push(step);
    put(step.after, step.again);
  };

  /** Puts another document in place of this one; its history begins anew. */
  const replace = (document: Production) => {
    [done, undone] = [[], []];
    lastGesture = null;
    put(freeze(document, true), null);
  };
  return { store, edit, undo, redo, replace };
}

export type ProductionStore = ReturnType<typeof createProductionStore>;
