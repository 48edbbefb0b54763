'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import type { Production } from '@/core/production/production';
import { ChoreographRoom } from './choreograph/choreograph-room';
import { FinishRoom } from './finish/finish-room';
import { LightRoom } from './light/light-room';
import { MasterRoom } from './master/master-room';
import { beginQueue } from './master/queue-runner';
import { RenderNotice } from './master/render-notice';
import { isRoom, type RoomId } from './workspace/rooms';
import { FormulaBar } from './benches/formula-bar';
import { CommandFinder } from './commands/command-finder';
import { commandFor, notePress, type CommandContext } from './commands/commands';
import { OutdatedNotice, TroubleNotice } from './layout/notices';
import { TopBar } from './layout/top-bar';
import { Versions } from './workspace/versions';
import { useSound } from './looking/use-sound';
import { useWorkspace, WorkspaceProvider } from './workspace/workspace';
import { ShapeRoom } from './shape/shape-room';

const Page = styled.div`
  height: 100vh;
  min-width: 1024px;
  display: flex;
  flex-direction: column;
  overflow: hidden;
`;

const ROOM_PARTS: Record<RoomId, () => React.JSX.Element> = {
  shape: ShapeRoom,
  light: LightRoom,
  choreograph: ChoreographRoom,
  finish: FinishRoom,
  master: MasterRoom,
};

function Rooms({ id, first }: { id: string; first: RoomId }) {
  const workspace = useWorkspace();
  const router = useRouter();
  const [room, setRoom] = useState(first);
  const [finding, setFinding] = useState(false);
  useSound();
  // What is queued goes on wherever Ironsky is open.
  useEffect(beginQueue, []);

  const goTo = useCallback(
    (to: RoomId | 'desk') => {
      if (to === 'desk') {
        // Leaving waits for the last edit; where it cannot be saved the page stays, and says so.
        workspace.autosave.flush().then(
          () => router.push('/'),
          (error: Error) => workspace.view.setState({ trouble: `${error.message} You are still here, and so is your work.` }),
        );
        return;
      }
      // The production stays open while rooms change: only the address follows.
      if (to !== room) window.history.pushState(null, '', `/production/${id}/${to}`);
      setRoom(to);
    },
    [id, room, router, workspace],
  );
  const context: CommandContext = useMemo(() => ({ workspace, goTo, openFinder: () => setFinding(true) }), [workspace, goTo]);

  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const command = commandFor(event);
      if (!command) return;
      event.preventDefault();
      // A button that has the focus must not be pressed by it too.
      event.stopPropagation();
      command.run(context);
    };
    const onPopState = () => {
      const named = location.pathname.split('/').at(-1) ?? '';
      if (isRoom(named)) setRoom(named);
    };
    // Before anything else hears of it: what a command is not for, it leaves alone.
    const onSpace = (event: KeyboardEvent) => event.key === ' ' && event.target instanceof HTMLButtonElement && onKeyDown(event);
    window.addEventListener('pointerdown', notePress, true);
    window.addEventListener('keydown', onSpace, true);
    window.addEventListener('keydown', onKeyDown);
    window.addEventListener('popstate', onPopState);
    return () => {
      window.removeEventListener('pointerdown', notePress, true);
      window.removeEventListener('keydown', onSpace, true);
      window.removeEventListener('keydown', onKeyDown);
      window.removeEventListener('popstate', onPopState);
    };
  }, [context]);

  const Room = ROOM_PARTS[room];
  return (
    <Page>
      <TopBar room={room} goTo={goTo} openFinder={() => setFinding(true)} />
      <OutdatedNotice />
      <TroubleNotice />
      <RenderNotice />
      <FormulaBar />
      <Room />
      <Versions />
      <CommandFinder isOpen={finding} onClose={() => setFinding(false)} context={context} />
    </Page>
  );
}

export function ProductionRooms({ id, room, document, revision }: { id: string; room: RoomId; document: Production; revision: number }) {
  return (
    <WorkspaceProvider id={id} document={document} revision={revision}>
      <Rooms id={id} first={room} />
    </WorkspaceProvider>
  );
}
