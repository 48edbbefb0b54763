import type { ReactElement } from 'react';
import type { Production } from '@/core/production/production';
import { openWorkspace, WorkspaceContext, type Workspace } from '@/rooms/workspace/workspace';
import { show } from './page';

/** Shows a piece of the rooms over a production that is open, with no picture, and all that was saved of it let go. */
export function showIn(production: Production, piece: ReactElement, change: Partial<Workspace> = {}) {
  globalThis.fetch = (() => new Promise(() => undefined)) as typeof fetch;
  const workspace: Workspace = { ...openWorkspace('open', production, 1), picture: null, canvas: null, ...change };
  const shown = show(<WorkspaceContext value={workspace}>{piece}</WorkspaceContext>);
  return { ...shown, workspace, view: workspace.view, now: () => workspace.documents.store.getState().production };
}
