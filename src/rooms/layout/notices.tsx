'use client';

import { useStore } from 'zustand';
import { Button } from '@/parts/controls';
import { useAttempt } from '@/parts/use-attempt';
import { useView, useWorkspace } from '../workspace/workspace';
import { NoticeBar } from './notice-bar';

/** Says that the production was saved or deleted in another window, and offers the ways on; loses nothing. */
export function OutdatedNotice() {
  const { autosave } = useWorkspace();
  const kind = useStore(autosave.state, (s) => s.save.kind);
  const { attempt, trouble } = useAttempt();
  if (kind !== 'outdated' && kind !== 'gone') return null;
  const keepMine = async () => location.assign(`/production/${await autosave.keepMineAsCopy()}/shape`);
  return (
    <NoticeBar role="alert">
      <span>
        {kind === 'outdated'
          ? 'This production was changed in another window since it was opened here.'
          : 'This production was deleted in another window.'}{' '}
        Your edits since then are kept on this page but not saved. {trouble}
      </span>
      <Button $tone="primary" onPress={() => void attempt(keepMine)}>
        {kind === 'outdated' ? 'Keep mine as a copy' : 'Keep it as a new one'}
      </Button>
      {kind === 'outdated' ? <Button onPress={() => void attempt(autosave.takeTheirs)}>Take the other one</Button> : null}
    </NoticeBar>
  );
}

/** Says what a command could not do, until it is read. */
export function TroubleNotice() {
  const { view } = useWorkspace();
  const trouble = useView((s) => s.trouble);
  if (!trouble) return null;
  return (
    <NoticeBar role="alert">
      <span>{trouble}</span>
      <Button onPress={() => view.setState({ trouble: null })}>Close</Button>
    </NoticeBar>
  );
}
