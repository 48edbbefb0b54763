'use client';

import { useEffect, useMemo, type ReactNode } from 'react';
import type { Production } from '@/core/production/production';
import type { VersionChoice } from '@/core/versions/version-of';
import { ITSELF, shownOf } from '../workspace/shown';
import { useProduction, useView, useWorkspace, WorkspaceContext, type Workspace } from '../workspace/workspace';

type Store = Workspace['documents']['store'];

/** The store of a production, as a version of it has it. */
function asShown({ documents: { store }, view }: Workspace): Store {
  const state = (from: ReturnType<Store['getState']>) => ({ ...from, production: shownOf(from.production, view.getState().shown) });
  let last: { from: ReturnType<Store['getState']>; of: VersionChoice; state: ReturnType<Store['getState']> } | null = null;
  const getState = () => {
    const [from, of] = [store.getState(), view.getState().shown];
    if (last?.from !== from || last.of !== of) last = { from, of, state: state(from) };
    return last.state;
  };
  const subscribe: Store['subscribe'] = (listener) => {
    let before = getState();
    const heard = () => {
      const now = getState();
      if (now === before) return;
      const was = before;
      before = now;
      listener(now, was);
    };
    const stops = [store.subscribe(heard), view.subscribe(heard)];
    return () => stops.forEach((stop) => stop());
  };
  return { ...store, getState, subscribe };
}

/** What is below it sees the production as the version that is looked at, until the room is left. */
export function AsShown({ children }: { children: ReactNode }) {
  const workspace = useWorkspace();
  const { view } = workspace;
  const shown = useMemo(() => ({ ...workspace, documents: { ...workspace.documents, store: asShown(workspace) } }), [workspace]);
  useEffect(() => () => view.setState({ shown: ITSELF }), [view]);
  return <WorkspaceContext value={shown}>{children}</WorkspaceContext>;
}

/** The production as the version that is looked at. */
export function useShown(): Production {
  const production = useProduction((p) => p);
  const shown = useView((s) => s.shown);
  return shownOf(production, shown);
}
