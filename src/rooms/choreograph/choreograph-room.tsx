'use client';

import { LayoutGrid } from 'lucide-react';
import { styled } from 'styled-components';
import { ownerAt } from '@/core/production/owners/owners';
import { shotSpans, type ShotSpan } from '@/core/production/shots';
import { formatShortTimecode } from '@/core/time/timecode';
import { Button, Heading, IconButton, Tick } from '@/parts/controls';
import { CallSheet } from '../layout/call-sheet';
import { CameraBench } from '../camera/camera-bench';
import { ContactSheet } from '../views/contact-sheet';
import { landHere } from '../looking/flight';
import { LensPane } from '../views/lens-pane';
import { Column } from '../layout/panes';
import { RoomOfViews } from '../layout/room-of-views';
import type { SplitPane } from '../layout/split';
import { CascadesBench } from '../benches/cascades-bench';
import { MarkCarriers } from '../benches/mark-carriers';
import { CoverBench } from '../benches/cover-bench';
import { FallBench } from '../benches/fall-bench';
import { MatteBench } from '../benches/matte-bench';
import { RevealBench } from '../benches/reveal-bench';
import { TrailBench } from '../benches/trail-bench';
import { RegionsBench } from '../benches/regions-bench';
import { PlacementBench } from '../benches/placement-bench';
import { ProductionTimeline } from '../timeline/production-timeline';
import { useSeenCamera } from '../looking/seen';
import { OwnerBench } from '../benches/owner-bench';
import { PlanTitle } from '../views/plan-title';
import { SetPlan } from '../views/set-plan';
import { ShotBench } from '../timeline/shot-bench';
import { CueBench, SoundBench } from '../timeline/sound-bench';
import { PickBench } from '../timeline/station-bench';
import { KeysBench } from '../timeline/keys-bench';
import { TransportBar } from '../looking/transport-bar';
import { ViewPins } from '../views/view-pins';
import { useProduction, useProductionParts, useView, useWorkspace } from '../workspace/workspace';

const Bottom = styled.div`
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  > section {
    flex: 1;
  }
`;
const Land = styled(Button)`
  width: 100%;
  height: 34px;
  font: 600 16px var(--label);
  code {
    font: 13px var(--mono);
    opacity: 0.75;
  }
`;

function LandButton() {
  const workspace = useWorkspace();
  const rate = useProduction((p) => p.format.rate);
  const frame = useView((s) => Math.round(s.playhead));
  return (
    <Land $tone="primary" onPress={() => landHere(workspace)}>
      Land here <code>{formatShortTimecode(frame, rate)}</code>
    </Land>
  );
}

/** Keys that are selected together, or the station or move that is picked. */
function KeyedBench() {
  const { pick, keys } = useView((s) => ({ pick: s.pick, keys: s.keys }));
  // Its channels tell when the owner changes.
  const channels = useProduction((p) => (pick ? ownerAt(p, pick.owner)?.channels : undefined));
  const { documents } = useWorkspace();
  const owner = pick && channels ? ownerAt(documents.store.getState().production, pick.owner) : undefined;
  if (keys.length > 1) return <KeysBench keys={keys} />;
  return pick && owner ? <PickBench owner={owner} pick={pick} /> : null;
}

function MarkPlace({ id }: { id: string }) {
  const mark = useProduction((p) => p.marks.find((each) => each.id === id));
  return (
    <>
      <Heading>{mark?.name}</Heading>
      {mark ? <CascadesBench key={id} mark={mark} /> : null}
      <PlacementBench markId={id} />
      {mark ? <MarkCarriers mark={mark} /> : null}
      {mark ? <RegionsBench key={`regions-${id}`} mark={mark} /> : null}
      {mark ? <MatteBench key={`matte-${id}`} mark={mark} /> : null}
      {mark ? <TrailBench key={`trail-${id}`} mark={mark} /> : null}
      {mark ? <FallBench key={`fall-${id}`} mark={mark} /> : null}
      {mark ? <RevealBench key={`reveal-${id}`} mark={mark} /> : null}
      {mark ? <CoverBench key={`cover-${id}`} mark={mark} /> : null}
    </>
  );
}

function SelectedShot({ id }: { id: string }) {
  const [shots, format, cameras] = useProductionParts((p) => [p.shots, p.format, p.cameras]);
  const spans = shotSpans({ shots, format, cameras });
  const index = Math.max(
    0,
    spans.findIndex(({ shot }) => (shot?.id ?? 'all') === id),
  );
  const span = spans[index] as ShotSpan;
  return <ShotBench key={span.from} span={span} index={index} />;
}

/** Keeps the camera on the bench while marks are selected, for what is done to it with them. */
function PinCamera() {
  const { view } = useWorkspace();
  const pinned = useView((s) => s.cameraPinned);
  return (
    <div style={{ margin: '6px 0' }}>
      <Tick isSelected={pinned} onChange={(cameraPinned) => view.setState({ cameraPinned })}>
        keep the camera here
      </Tick>
    </div>
  );
}

/** The bench of what is selected; of the camera that is looked through where nothing is, or what was is gone. */
function SelectionBench() {
  const { selection, pinned } = useView((s) => ({ selection: s.selection, pinned: s.cameraPinned }));
  const seen = useSeenCamera();
  const isMark = useProduction((p) => selection?.kind === 'mark' && p.marks.some(({ id }) => id === selection.id));
  const cue = useProduction((p) => (selection?.kind === 'cue' ? p.cues.find(({ id }) => id === selection.id) : undefined));
  const camera = useProduction((p) => (selection?.kind === 'camera' ? p.cameras.find(({ id }) => id === selection.id) : undefined));
  if (pinned) return <CameraBench camera={camera ?? seen} />;
  if (selection && isMark) return <MarkPlace id={selection.id} />;
  if (cue) return <CueBench key={cue.id} cue={cue} />;
  switch (selection?.kind) {
    case 'shot':
      return <SelectedShot id={selection.id} />;
    case 'sound':
      return <SoundBench />;
    case 'owner':
      return <OwnerBench path={selection.id} />;
    default:
      return <CameraBench camera={camera ?? seen} />;
  }
}

/** The picture is 640 by 360 pixels at the smallest window; where there is more room it has the larger part of that. */
const looksHeight = (total: number): number => (total > 900 ? Math.round(total * 0.64) : 384);

/** The room of cameras and moves: through the lens, the plan, the timeline under both, the bench. */
export function ChoreographRoom() {
  const { view } = useWorkspace();
  const from = useView((s) => s.planFrom);
  const plan = (
    <Column>
      <SetPlan from={from} movable title={<PlanTitle name="Plan" />} />
    </Column>
  );
  const looks: SplitPane[] = [
    { id: 'sheet', label: 'the call sheet', size: () => 167, least: 132, folds: true, content: <CallSheet /> },
    { id: 'lens', label: 'the lens view', least: 320, content: <LensPane title="Through the lens" /> },
    { id: 'plan', label: 'the plan', size: (total) => (total > 1400 ? 360 : 223), least: 140, folds: true, content: plan },
  ];
  const timeline = (
    <Bottom>
      <ProductionTimeline />
      <TransportBar>
        <ViewPins />
        <IconButton label="Contact sheet of the shots" $tone="quiet" onPress={() => view.setState({ contactSheet: true })}>
          <LayoutGrid size={14} />
        </IconButton>
      </TransportBar>
    </Bottom>
  );
  return (
    <RoomOfViews
      name="choreograph"
      looks={looks}
      looksHeight={looksHeight}
      below={{ id: 'timeline', label: 'the timeline', least: 132, content: timeline }}
      bench={
        <>
          <LandButton />
          <PinCamera />
          <KeyedBench />
          <div style={{ height: 12 }} />
          <SelectionBench />
        </>
      }
    >
      <ContactSheet />
    </RoomOfViews>
  );
}
