'use client';

import { LayoutGrid } from 'lucide-react';
import { styled } from 'styled-components';
import { ownerAt } from '@/core/production/owners/owners';
import { shotSpans, type ShotSpan } from '@/core/production/shots';
import { formatShortTimecode } from '@/core/time/timecode';
import { Button, Choices, Heading, IconButton } from '@/parts/controls';
import { CallSheet } from '../layout/call-sheet';
import { CameraBench } from '../camera/camera-bench';
import { ContactSheet } from '../views/contact-sheet';
import { landHere } from '../looking/flight';
import { LensPane } from '../views/lens-pane';
import { Band, Bench, Column, RoomBody } from '../layout/panes';
import { PlacementBench } from '../benches/placement-bench';
import { ProductionTimeline } from '../timeline/production-timeline';
import { useSeenCamera } from '../looking/seen';
import { OwnerBench } from '../benches/owner-bench';
import { SetPlan } from '../views/set-plan';
import { ShotBench } from '../timeline/shot-bench';
import { CueBench, SoundBench } from '../timeline/sound-bench';
import { PickBench } from '../timeline/station-bench';
import { KeysBench } from '../timeline/keys-bench';
import { TransportBar } from '../looking/transport-bar';
import { ViewPins } from '../views/view-pins';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

/** The picture keeps its size at the smallest window and grows with the room there is. */
const Top = styled(Band)`
  height: max(384px, 48%);
  flex: none;
`;
const Bottom = styled.div`
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  > section {
    flex: 1;
  }
`;
const PlanColumn = styled(Column)`
  flex: 0 0 224px;
  border-left: 1px solid var(--line);
  @media (min-width: 1700px) {
    flex-basis: 420px;
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

function ChoreographBench() {
  const production = useProduction((p) => p);
  const { selection, pick, keys } = useView((s) => ({ selection: s.selection, pick: s.pick, keys: s.keys }));
  const owner = pick ? ownerAt(production, pick.owner) : undefined;
  const mark = selection?.kind === 'mark' ? production.marks.find((m) => m.id === selection.id) : undefined;
  const seen = useSeenCamera();
  const camera = (selection?.kind === 'camera' ? production.cameras.find(({ id }) => id === selection.id) : undefined) ?? seen;
  const spans = shotSpans(production);
  const span = selection?.kind === 'shot' ? spans.find(({ shot }) => (shot?.id ?? 'all') === selection.id) : undefined;
  const cue = selection?.kind === 'cue' ? production.cues.find(({ id }) => id === selection.id) : undefined;
  return (
    <Bench aria-label="Bench">
      <LandButton />
      <div style={{ height: 12 }} />
      {keys.length > 1 ? <KeysBench keys={keys} /> : pick && owner ? <PickBench owner={owner} pick={pick} /> : null}
      {mark ? (
        <>
          <Heading>{mark.name}</Heading>
          <PlacementBench mark={mark} />
        </>
      ) : selection?.kind === 'shot' ? (
        <ShotBench key={span?.from} span={span ?? (spans[0] as ShotSpan)} index={span ? spans.indexOf(span) : 0} />
      ) : selection?.kind === 'sound' ? (
        <SoundBench />
      ) : cue ? (
        <CueBench key={cue.id} cue={cue} />
      ) : selection?.kind === 'owner' ? (
        <OwnerBench path={selection.id} />
      ) : camera ? (
        <CameraBench camera={camera} />
      ) : null}
    </Bench>
  );
}

/** The room of cameras and moves: through the lens, the plan, the timeline under both, the bench. */
export function ChoreographRoom() {
  const { view } = useWorkspace();
  const from = useView((s) => s.planFrom);
  return (
    <RoomBody>
      <Column>
        <Top>
          <CallSheet />
          <LensPane title="Through the lens" />
          <PlanColumn>
            <SetPlan
              from={from}
              movable
              title={
                <>
                  <b>Plan</b>
                  <Choices
                    label="Plan seen from"
                    value={from}
                    onChange={(planFrom) => view.setState({ planFrom })}
                    options={[
                      { id: 'above', label: 'above' },
                      { id: 'side', label: 'side' },
                      { id: 'outside', label: 'outside' },
                    ]}
                  />
                </>
              }
            />
          </PlanColumn>
        </Top>
        <Bottom>
          <ProductionTimeline />
          <TransportBar>
            <ViewPins />
            <IconButton label="Contact sheet of the shots" $tone="quiet" onPress={() => view.setState({ contactSheet: true })}>
              <LayoutGrid size={14} />
            </IconButton>
          </TransportBar>
        </Bottom>
      </Column>
      <ChoreographBench />
      <ContactSheet />
    </RoomBody>
  );
}
