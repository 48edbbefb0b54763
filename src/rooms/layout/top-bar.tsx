'use client';

import { History, Redo2, Search, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useStore } from 'zustand';
import { styled } from 'styled-components';
import { formatTimecode } from '@/core/time/timecode';
import { Choices, IconButton } from '@/parts/controls';
import { ROOMS, type RoomId } from '../workspace/rooms';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const Bar = styled.header`
  height: 44px;
  flex: none;
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  align-items: center;
  gap: 16px;
  padding: 0 14px;
  border-bottom: 1px solid var(--line);
  background: var(--panel);
`;
const Left = styled.div`
  display: flex;
  align-items: baseline;
  gap: 18px;
  min-width: 0;
  a {
    font: 600 17px var(--label);
    letter-spacing: 0.04em;
    text-decoration: none;
  }
  h1 {
    min-width: 0;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    font: 500 13px var(--label);
  }
  small {
    color: var(--faint);
    font-size: 12px;
  }
`;
const Route = styled.nav`
  display: flex;
  align-items: center;
  button {
    display: flex;
    align-items: center;
    gap: 8px;
    border: 0;
    background: none;
    padding: 4px 6px;
    font: 500 14px var(--label);
    color: var(--dim);
    cursor: default;
  }
  button::before {
    content: '';
    width: 9px;
    height: 9px;
    border-radius: 50%;
    border: 1px solid var(--line-strong);
  }
  button[aria-current='page'] {
    color: var(--text);
  }
  button[aria-current='page']::before {
    background: var(--verdigris);
    border-color: var(--verdigris);
  }
  i {
    width: 30px;
    height: 1px;
    background: var(--line-strong);
    margin: 0 4px;
  }
`;
const Right = styled.div`
  display: flex;
  justify-content: flex-end;
  align-items: center;
  gap: 6px;
`;
const Saved = styled.span<{ $bad: boolean }>`
  font: 500 12px var(--label);
  color: ${({ $bad }) => ($bad ? 'var(--coral)' : 'var(--faint)')};
  white-space: nowrap;
`;

const QUALITIES = ['sketch', 'lit', 'full'] as const;

const SAVE_WORDS = {
  saved: 'Saved',
  waiting: 'Saving…',
  saving: 'Saving…',
  failed: 'Not saved',
  outdated: 'Changed elsewhere',
  gone: 'Deleted elsewhere',
} as const;

/** How saving stands. */
function SavedWords() {
  const { autosave } = useWorkspace();
  const kind = useStore(autosave.state, ({ save }) => save.kind);
  const reason = useStore(autosave.state, ({ save }) => (save.kind === 'failed' ? save.reason : null));
  return (
    <Saved
      role="status"
      $bad={!['saved', 'waiting', 'saving'].includes(kind)}
      title={reason === null ? undefined : `${reason} Trying again…`}
    >
      {SAVE_WORDS[kind]}
    </Saved>
  );
}

function UndoButtons() {
  const { documents } = useWorkspace();
  const undoable = useStore(documents.store, (s) => s.canUndo);
  const redoable = useStore(documents.store, (s) => s.canRedo);
  return (
    <>
      <IconButton label="Undo" keys="Ctrl Z" $tone="quiet" isDisabled={!undoable} onPress={documents.undo}>
        <Undo2 size={15} />
      </IconButton>
      <IconButton label="Redo" keys="Ctrl Shift Z" $tone="quiet" isDisabled={!redoable} onPress={documents.redo}>
        <Redo2 size={15} />
      </IconButton>
    </>
  );
}

/** The quality of the picture, and how far it is on its way to it. */
function QualityPick() {
  const { view } = useWorkspace();
  const { quality, percent } = useView(({ quality: now, drawn: { samples, of } }) => ({
    quality: now,
    percent: of > 1 ? ` ${Math.round((samples / of) * 100)} %` : '',
  }));
  return (
    <Choices
      label="Quality of the picture"
      value={quality}
      onChange={(next) => view.setState({ quality: next })}
      options={QUALITIES.map((id) => ({ id, label: id === quality && id !== 'sketch' ? `${id}${percent}` : id }))}
    />
  );
}

/** What stands over every room: the production, the way through the rooms, and what is done to all of it. */
export function TopBar({ room, goTo, openFinder }: { room: RoomId; goTo: (room: RoomId | 'desk') => void; openFinder: () => void }) {
  const { autosave, view } = useWorkspace();
  const name = useProduction((p) => p.name);
  const format = useProduction((p) => p.format);
  return (
    <Bar>
      <Left>
        <Link
          href="/"
          aria-label="Go to the desk"
          onClick={(event) => {
            if (!autosave.hasUnsaved()) return;
            event.preventDefault();
            goTo('desk');
          }}
        >
          ironsky
        </Link>
        <h1 title={name}>
          {name}{' '}
          <small>
            · {format.width}×{format.height} · {format.rate} fr/s · {formatTimecode(format.length, format.rate)}
          </small>
        </h1>
      </Left>
      <Route aria-label="Rooms">
        {ROOMS.map(({ id, label }, i) => (
          <span key={id} style={{ display: 'contents' }}>
            {i > 0 ? <i aria-hidden /> : null}
            <button type="button" aria-current={id === room ? 'page' : undefined} onClick={() => goTo(id)}>
              {label}
            </button>
          </span>
        ))}
      </Route>
      <Right>
        <SavedWords />
        <IconButton label="Versions" $tone="quiet" onPress={() => view.setState({ versions: true })}>
          <History size={14} />
        </IconButton>
        <UndoButtons />
        <IconButton label="Find a command" keys="Ctrl K" $tone="quiet" onPress={openFinder}>
          <Search size={15} />
        </IconButton>
        <QualityPick />
      </Right>
    </Bar>
  );
}
