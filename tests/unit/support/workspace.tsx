import type { ReactElement } from 'react';
import type { Production } from '@/core/production/production';
import { openWorkspace, WorkspaceContext, type Workspace } from '@/rooms/workspace/workspace';
import { show } from './page';
import { serving, type Routes } from './server';

/**
 * Shows a piece of the rooms over a production that is open, with no picture.
 * @param routes what the server says; none is answered where there are none
 */
export function showIn(production: Production, piece: ReactElement, change: Partial<Workspace> = {}, routes?: Routes) {
  const asked = routes ? serving(routes) : [];
  if (!routes) globalThis.fetch = (() => new Promise(() => undefined)) as typeof fetch;
  const workspace: Workspace = { ...openWorkspace('open', production, 1), picture: null, canvas: null, ...change };
  const shown = show(<WorkspaceContext value={workspace}>{piece}</WorkspaceContext>);
  return { ...shown, asked, workspace, view: workspace.view, now: () => workspace.documents.store.getState().production };
}
