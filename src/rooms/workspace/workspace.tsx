'use client';

import { createContext, useContext, useEffect, useState, type ReactNode } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { Production } from '@/core/production/production';
import { PictureClient } from '@/parts/picture-client';
import { copiedKeys } from './copied';
import { createAutosave, type Autosave } from './autosave';
import { createProductionStore, type ProductionStore } from './production-store';
import { isItself, shownOf } from './shown';
import { createViewStore, type ViewState, type ViewStore } from './view-store';

export interface Workspace {
  id: string;
  documents: ProductionStore;
  view: ViewStore;
  autosave: Autosave;
  /** The worker that draws the lens view; there once the page is up. */
  picture: PictureClient | null;
  /** The canvas it draws on. */
  canvas: HTMLCanvasElement | null;
}

/** What is open; for what is drawn below it. */
export const WorkspaceContext = createContext<Workspace | null>(null);

export function useWorkspace(): Workspace {
  const workspace = useContext(WorkspaceContext);
  if (!workspace) throw new Error('No production is open here');
  return workspace;
}

/** Part of the document, kept up to date. */
export function useProduction<T>(select: (production: Production) => T): T {
  return useStore(useWorkspace().documents.store, (state) => select(state.production));
}

/** Several parts of the document, compared one by one. */
export function useProductionParts<const T extends readonly unknown[]>(select: (production: Production) => T): T {
  return useStore(
    useWorkspace().documents.store,
    useShallow((state) => select(state.production)),
  );
}

/** Part of the view; objects made by the selector are compared by their members. */
export function useView<T>(select: (state: ViewState) => T): T {
  return useStore(useWorkspace().view, useShallow(select));
}

export function useEdit(): ProductionStore['edit'] {
  return useWorkspace().documents.edit;
}

/** A production as it is open: its document, what is looked at, and saving. Nothing is drawn yet. */
export function openWorkspace(id: string, document: Production, revision: number): Omit<Workspace, 'picture' | 'canvas'> {
  const documents = createProductionStore(document);
  const view = createViewStore();
  // Old troubles go when the next act succeeds.
  documents.store.subscribe(() => view.getState().trouble !== null && view.setState({ trouble: null }));
  return { id, documents, view, autosave: createAutosave(id, documents, revision) };
}

/** A graphics card that fails again and again is left alone. */
const MAX_RESTARTS = 3;

function startPicture(view: ViewStore): PictureClient {
  return new PictureClient({
    drawn: ({ samples, of, seconds, focus }) => view.setState({ drawn: { samples, of, seconds, focus } }),
    mark: (markId, facts) =>
      view.setState((state) => {
        const { [markId]: _old, ...others } = state.facts;
        const { [markId]: _done, ...building } = state.building;
        const { [markId]: _trouble, ...troubles } = state.troubles;
        return { facts: facts ? { ...others, [markId]: facts } : others, building, troubles: facts ? troubles : state.troubles };
      }),
    building: (markId, done, of) => view.setState((state) => ({ building: { ...state.building, [markId]: { done, of } } })),
    markFailed: (markId, reason) =>
      view.setState((state) => {
        const { [markId]: _done, ...building } = state.building;
        return { building, troubles: { ...state.troubles, [markId]: reason } };
      }),
    pictures: (pictureTrouble) => view.setState({ pictureTrouble }),
    noRays: (pictureTrouble) => view.setState({ pictureTrouble }),
    drawnBy: (drawnBy) => view.setState({ drawnBy }),
    lost: (reason) => view.setState({ lost: reason }),
  });
}

/** Lets a picture show the production, or the version of it that is looked at. @returns ends it */
function drawShown(client: PictureClient, { store }: ProductionStore, view: ViewStore): () => void {
  // Patches are of the production itself: they can be told only while that is what the worker has.
  let isOwn = false;
  const whole = () => {
    const { production } = store.getState();
    const shown = shownOf(production, view.getState().shown);
    client.setProduction(shown);
    isOwn = shown === production;
  };
  whole();
  const stops = [
    store.subscribe(({ patches }) => {
      if (patches && isOwn && isItself(view.getState().shown)) client.changeProduction(patches);
      else whole();
    }),
    view.subscribe(({ shown }, before) => {
      if (shown !== before.shown) whole();
    }),
  ];
  return () => stops.forEach((stop) => stop());
}

/** Opens a production for the rooms: its document, its view, its picture, and saving. */
export function WorkspaceProvider({
  id,
  document,
  revision,
  children,
}: {
  id: string;
  document: Production;
  revision: number;
  children: ReactNode;
}) {
  const [parts] = useState(() => openWorkspace(id, document, revision));
  const [drawing, setDrawing] = useState<{ picture: PictureClient; canvas: HTMLCanvasElement } | null>(null);
  const { documents, view, autosave } = parts;
  const lost = useStore(view, (state) => state.lost);
  const [attempt, setAttempt] = useState(0);

  useEffect(() => {
    const client = startPicture(view);
    const canvas = window.document.createElement('canvas');
    canvas.setAttribute('aria-hidden', 'true');
    client.useCanvas(canvas.transferControlToOffscreen());
    const stop = drawShown(client, documents, view);
    // The worker and its canvas exist in the browser only, so they are made here and not while rendering.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setDrawing({ picture: client, canvas });
    return () => {
      stop();
      client.dispose();
      setDrawing(null);
    };
    // A lost picture is started anew: a fresh worker is a fresh graphics context.
  }, [documents, view, attempt]);

  // Keys that were copied in another production can be pasted here.
  useEffect(() => view.setState({ clip: copiedKeys(documents.store.getState().production.format.rate) }), [documents, view]);

  useEffect(() => {
    if (lost === null || attempt >= MAX_RESTARTS) return;
    const timer = setTimeout(() => {
      setAttempt(attempt + 1);
      view.setState({ lost: null });
    }, 300);
    return () => clearTimeout(timer);
  }, [lost, attempt, view]);

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (!autosave.hasUnsaved()) return;
      autosave.flush().catch(() => undefined);
      event.preventDefault();
    };
    const hidden = () => autosave.flush().catch(() => undefined);
    window.addEventListener('beforeunload', warn);
    window.document.addEventListener('visibilitychange', hidden);
    return () => {
      window.removeEventListener('beforeunload', warn);
      window.document.removeEventListener('visibilitychange', hidden);
      autosave.flush().catch(() => undefined);
    };
  }, [autosave]);

  return (
    <WorkspaceContext value={{ ...parts, picture: drawing?.picture ?? null, canvas: drawing?.canvas ?? null }}>{children}</WorkspaceContext>
  );
}
