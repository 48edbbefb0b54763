'use client';

import { useEffect } from 'react';
import { styled } from 'styled-components';
import { Choices, Heading, Hint } from '@/parts/controls';
import { CallSheet } from '../layout/call-sheet';
import { CameraBench } from '../camera/camera-bench';
import { LensPane } from '../views/lens-pane';
import { Band, Bench, Column, RoomBody } from '../layout/panes';
import { ScrubStrip } from '../looking/scrub-strip';
import { useSeenCamera } from '../looking/seen';
import { endWalk, keepWhole, startWalk } from '../looking/walk';
import { OwnerBench } from '../benches/owner-bench';
import { SetPlan } from '../views/set-plan';
import { TransportBar } from '../looking/transport-bar';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import { AddMarks } from './add-marks';
import { MarkBenches } from './mark-benches';
import { MarkOverlay } from './mark-overlay';
import { MarkSection } from './mark-section';

const Lens = styled.div`
  display: flex;
  flex: 1 1 380px;
  min-height: 380px;
  min-width: 0;
`;
const Plans = styled(Band)`
  flex: 0 1 36%;
  min-height: 0;
  border-top: 1px solid var(--line);
  > div + div {
    border-left: 1px solid var(--line);
  }
`;
function ShapeBenches() {
  const production = useProduction((p) => p);
  const selection = useView((s) => s.selection);
  const seen = useSeenCamera();
  const mark = selection?.kind === 'mark' ? production.marks.find((m) => m.id === selection.id) : undefined;
  if (mark) return <MarkBenches mark={mark} />;
  const camera = (selection?.kind === 'camera' ? production.cameras.find(({ id }) => id === selection.id) : undefined) ?? seen;
  return (
    <Bench $width={472} aria-label="Bench">
      {selection?.kind === 'owner' ? (
        <OwnerBench path={selection.id} />
      ) : selection?.kind === 'camera' && camera ? (
        <CameraBench camera={camera} />
      ) : (
        <>
          <Heading>Nothing is selected</Heading>
          <Hint>
            {production.marks.length === 0
              ? 'Add words or an outline from the call sheet at the left: they become the first mark.'
              : 'Select a mark in the lens view, in the plan or in the call sheet to shape it.'}
          </Hint>
        </>
      )}
    </Bench>
  );
}

function PlanChoice() {
  const { view } = useWorkspace();
  const planFrom = useView((s) => s.planFrom);
  return (
    <>
      <b>Plan</b>
      <Choices
        label="Plan seen from"
        value={planFrom}
        onChange={(next) => view.setState({ planFrom: next })}
        options={[
          { id: 'above', label: 'above' },
          { id: 'side', label: 'side' },
        ]}
      />
    </>
  );
}

/** In Shape one goes round the marks, unless a camera's view is asked for. */
function useWalk(): (walks: boolean) => void {
  const workspace = useWorkspace();
  const facts = useView((s) => s.facts);
  useEffect(() => {
    startWalk(workspace);
    return () => endWalk(workspace);
  }, [workspace]);
  useEffect(() => keepWhole(workspace), [workspace, facts]);
  return (walks) => (walks ? startWalk : endWalk)(workspace);
}

/** The room where marks are made: the lens view over the plans, words and shell beside them. */
export function ShapeRoom() {
  const planFrom = useView((s) => s.planFrom);
  const marks = useProduction((p) => p.marks);
  const selection = useView((s) => s.selection);
  const mark = selection?.kind === 'mark' ? marks.find((m) => m.id === selection.id) : undefined;
  const onWalk = useWalk();
  return (
    <RoomBody>
      <CallSheet>
        <AddMarks />
      </CallSheet>
      <Column>
        <Lens>
          <LensPane title={mark?.name ?? 'All marks'} onWalk={onWalk} overlay={mark ? <MarkOverlay key={mark.id} mark={mark} /> : null} />
        </Lens>
        <Plans>
          {mark ? (
            <Column style={{ flex: 2 }}>
              <MarkSection key={mark.id} mark={mark} />
            </Column>
          ) : (
            <Column>
              <SetPlan from="side" movable title={<b>Plan from the side</b>} />
            </Column>
          )}
          <Column>
            <SetPlan from={mark ? planFrom : 'above'} movable title={mark ? <PlanChoice /> : <b>Plan from above</b>} />
          </Column>
        </Plans>
        <ScrubStrip />
        <TransportBar />
      </Column>
      <ShapeBenches />
    </RoomBody>
  );
}
