'use client';

import { useEffect } from 'react';
import { Heading, Hint } from '@/parts/controls';
import { CallSheet } from '../layout/call-sheet';
import { CameraBench } from '../camera/camera-bench';
import { LensPane } from '../views/lens-pane';
import { Bench, Column, RoomBody } from '../layout/panes';
import { Split, type SplitPane } from '../layout/split';
import { ScrubStrip } from '../looking/scrub-strip';
import { useSeenCamera } from '../looking/seen';
import { endWalk, keepWhole, startWalk } from '../looking/walk';
import { OwnerBench } from '../benches/owner-bench';
import { PlanTitle } from '../views/plan-title';
import { SetPlan } from '../views/set-plan';
import { TransportBar } from '../looking/transport-bar';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import { AddMarks } from './add-marks';
import type { Mark } from '@/core/production/mark';
import { MarkBenches } from './mark-benches';
import { MarkOverlay } from './mark-overlay';
import { MarkSection } from './mark-section';

function ShapeBenches() {
  const production = useProduction((p) => p);
  const selection = useView((s) => s.selection);
  const seen = useSeenCamera();
  const mark = selection?.kind === 'mark' ? production.marks.find((m) => m.id === selection.id) : undefined;
  if (mark) return <MarkBenches mark={mark} />;
  const camera = (selection?.kind === 'camera' ? production.cameras.find(({ id }) => id === selection.id) : undefined) ?? seen;
  return (
    <Bench aria-label="Bench">
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

/** What the lens view shows of the mark at hand. */
function ShapeOverlay({ mark }: { mark: Mark }) {
  // A line that is drawn by hand shows its points.
  return mark.body.kind === 'line' && mark.body.pen ? null : <MarkOverlay mark={mark} />;
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
  const section: SplitPane = mark
    ? {
        id: 'section',
        label: 'the section',
        least: 200,
        content: (
          <Column>
            <MarkSection key={mark.id} mark={mark} />
          </Column>
        ),
      }
    : {
        id: 'section',
        label: 'the plan from the side',
        least: 200,
        content: (
          <Column>
            <SetPlan from="side" movable title={<b>Plan from the side</b>} />
          </Column>
        ),
      };
  const plan: SplitPane = {
    id: 'plan',
    label: 'the plan',
    size: (total) => Math.round(total / 3),
    least: 120,
    folds: true,
    content: (
      <Column>
        <SetPlan
          from={mark ? planFrom : 'above'}
          movable
          title={mark ? <PlanTitle name="Plan" ways={['above', 'side']} /> : <b>Plan from above</b>}
        />
      </Column>
    ),
  };
  const views: SplitPane[] = [
    {
      id: 'lens',
      label: 'the lens view',
      least: 240,
      content: (
        <LensPane title={mark?.name ?? 'All marks'} onWalk={onWalk} overlay={mark ? <ShapeOverlay key={mark.id} mark={mark} /> : null} />
      ),
    },
    {
      id: 'plans',
      label: 'section and plan',
      // The lens view has 640 by 360 pixels at the smallest window.
      size: (total) => Math.max(120, Math.min(Math.round(total * 0.39), total - 1 - 404)),
      least: 120,
      folds: true,
      content: <Split name="shape plans" along="row" panes={[section, plan]} />,
    },
  ];
  return (
    <RoomBody>
      <Split
        name="shape"
        along="row"
        panes={[
          {
            id: 'sheet',
            label: 'the call sheet',
            size: () => 167,
            least: 132,
            folds: true,
            content: (
              <CallSheet>
                <AddMarks />
              </CallSheet>
            ),
          },
          {
            id: 'views',
            label: 'the views',
            least: 400,
            content: (
              <Column>
                <Split name="shape views" along="column" panes={views} />
                <ScrubStrip />
                <TransportBar />
              </Column>
            ),
          },
          { id: 'bench', label: 'the benches', size: () => 471, least: 400, folds: true, content: <ShapeBenches /> },
        ]}
      />
    </RoomBody>
  );
}
