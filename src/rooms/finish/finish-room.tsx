'use client';

import { SplitSquareHorizontal } from 'lucide-react';
import { useEffect, useMemo, type PointerEvent } from 'react';
import { Button } from '@/parts/controls';
import { OwnerBench } from '../benches/owner-bench';
import { CallSheet } from '../layout/call-sheet';
import { Column, PaneTitle } from '../layout/panes';
import { RoomOfViews } from '../layout/room-of-views';
import type { SplitPane } from '../layout/split';
import { framePoint } from '../looking/frame-point';
import { oneQuestion } from '../looking/one-question';
import { ScrubStrip } from '../looking/scrub-strip';
import { TransportBar } from '../looking/transport-bar';
import { LensPane } from '../views/lens-pane';
import { useView, useWorkspace, type Workspace } from '../workspace/workspace';
import { BeforeDivider } from './before-divider';
import { FinishKits } from './finish-kits';
import { EffectStrip } from './effect-strip';
import { ScopesPane } from './scopes-pane';

/** A press in the picture reads the colour there; dragged, the colours on the way. */
function useReadingHand({ picture, view }: Workspace) {
  const read = useMemo(
    () => oneQuestion((x, y) => picture?.colour(x, y).then((colour) => view.setState({ reading: { x, y, colour } }))),
    [picture, view],
  );
  return {
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      if (event.button > 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      read(...framePoint(event, event.currentTarget));
    },
    onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
      if (event.buttons === 1) read(...framePoint(event, event.currentTarget));
    },
    onPointerUp: () => undefined,
  };
}

function FinishBench() {
  const selection = useView((s) => s.selection);
  const path = selection?.kind === 'owner' && selection.id.startsWith('finish/') ? selection.id : 'finish/display';
  return (
    <>
      <OwnerBench path={path} />
      <FinishKits />
    </>
  );
}

function BeforeButton() {
  const { view } = useWorkspace();
  const before = useView((s) => s.before);
  return (
    <Button
      $tone={before === null ? 'quiet' : 'primary'}
      aria-pressed={before !== null}
      onPress={() => view.setState({ before: before === null ? 0.5 : null })}
    >
      <SplitSquareHorizontal size={13} /> before / after
    </Button>
  );
}

/** What is under the frame takes as much as the strip, the ruler and the transport need. */
const looksHeight = (total: number): number => total - 160;

/** The room of the picture as it leaves: the frame large, scopes beside it, the effects under it in the order of the light. */
export function FinishRoom() {
  const workspace = useWorkspace();
  const { view } = workspace;
  const hand = useReadingHand(workspace);
  // Whoever leaves the room sees the picture as it is.
  useEffect(() => () => view.setState({ onlyEffect: null, before: null, reading: null }), [view]);
  const looks: SplitPane[] = [
    { id: 'sheet', label: 'the call sheet', size: () => 140, least: 120, folds: true, content: <CallSheet /> },
    { id: 'lens', label: 'the lens view', least: 320, content: <LensPane title="The picture" hand={hand} overlay={<BeforeDivider />} /> },
    { id: 'scopes', label: 'the scopes', size: (total) => (total > 1400 ? 340 : 236), least: 180, folds: true, content: <ScopesPane /> },
  ];
  const strip = (
    <Column>
      <PaneTitle>
        <span>
          <b>Effects</b> in the order in which light takes them
        </span>
        <BeforeButton />
      </PaneTitle>
      <EffectStrip />
      <ScrubStrip />
      <TransportBar />
    </Column>
  );
  return (
    <RoomOfViews
      name="finish"
      looks={looks}
      looksHeight={looksHeight}
      below={{ id: 'strip', label: 'the effects', least: 130, content: strip }}
      bench={<FinishBench />}
    />
  );
}
