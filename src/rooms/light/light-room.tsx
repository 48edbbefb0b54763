'use client';

import { useEffect, useMemo } from 'react';
import { ofKind } from '@/core/schema/owner-kind';
import type { Vec3 } from '@/core/space/vector';
import { Choices, Heading, Hint } from '@/parts/controls';
import type { OnPage } from '@/parts/plan-view/plan-camera';
import { PlanLights } from '@/parts/plan-view/plan-lights';
import { useSame } from '@/parts/use-same';
import { OwnerBench } from '../benches/owner-bench';
import { CallSheet } from '../layout/call-sheet';
import { Column, PaneTitle } from '../layout/panes';
import { RoomOfViews } from '../layout/room-of-views';
import type { SplitPane } from '../layout/split';
import { TransportBar } from '../looking/transport-bar';
import { useFrameState } from '../looking/use-frame-state';
import { ScrubStrip } from '../looking/scrub-strip';
import { LensPane } from '../views/lens-pane';
import { PlanTitle } from '../views/plan-title';
import { SetPlan } from '../views/set-plan';
import { boundsIn } from '../workspace/view-store';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import { DomePane } from './dome-pane';
import { useLightHand } from './light-hand';
import { AddLights } from './lights-list';
import { reachOf, usePlanLights } from './plan-lights';
import { SharesList } from './shares-list';

const HANDS = [
  { id: 'fly', label: 'fly' },
  { id: 'highlight', label: 'highlight here' },
  { id: 'ask', label: 'what lights this' },
] as const;

const HAND_WORDS = {
  fly: 'Drag in the picture to fly the camera.',
  highlight: 'Press a bevel in the picture: the selected light moves to where its reflection falls there. Drag, and it follows.',
  ask: 'Press a spot in the picture: each light’s share there is listed.',
} as const;

/** Middle and reach of what is lit, the same as long as nothing of it has moved. */
function useReach() {
  const production = useProduction((p) => p);
  const facts = useView((s) => s.facts);
  const { marks } = useFrameState();
  const { middle, radius } = reachOf(production, boundsIn(facts), new Map(marks.map(({ id, pose }) => [id, pose])));
  const same = useSame([...middle, radius]);
  return useMemo(() => ({ middle: same.slice(0, 3) as unknown as Vec3, radius: same[3] as number }), [same]);
}

function LightBenchSide() {
  const { view } = useWorkspace();
  const { selection, does } = useView((s) => ({ selection: s.selection, does: s.lightHand }));
  const dome = useProduction((p) => ofKind(p.set, 'dome')?.id);
  const markName = useProduction((p) => (selection?.kind === 'mark' ? p.marks.find(({ id }) => id === selection.id)?.name : undefined));
  return (
    <>
      <Heading>In the picture</Heading>
      <Choices
        label="What a press in the picture does"
        value={does}
        onChange={(lightHand) => view.setState({ lightHand })}
        options={HANDS}
      />
      <Hint>{HAND_WORDS[does]}</Hint>
      <SharesList />
      {selection?.kind === 'owner' ? (
        <OwnerBench path={selection.id} />
      ) : (
        <>
          {markName ? <Hint>“{markName}” is selected: its reflections are marked on the dome.</Hint> : null}
          <OwnerBench path={`set/${dome ?? 'dome'}`} />
        </>
      )}
    </>
  );
}

/** The picture is 640 by 360 pixels at the smallest window; where there is more room it has the larger part of that. */
const looksHeight = (total: number): number => (total > 900 ? Math.round(total * 0.66) : 384);

/** The room of light: through the lens, the plot beside it, the dome unrolled under both, the bench. */
export function LightRoom() {
  const workspace = useWorkspace();
  const { view } = workspace;
  const { from, does, selection } = useView((s) => ({ from: s.planFrom, does: s.lightHand, selection: s.selection }));
  const reach = useReach();
  const { lights, move } = usePlanLights(reach);
  const hand = useLightHand(workspace, does);
  // Whoever leaves the room sees all lights again, and flies.
  useEffect(() => () => view.setState({ soloed: null, lightHand: 'fly', shares: null }), [view]);
  const selected = selection?.kind === 'owner' && selection.id.startsWith('lights/') ? selection.id.slice('lights/'.length) : null;
  const select = (id: string) => view.setState({ selection: { kind: 'owner', id: `lights/${id}` }, pick: null });
  const places = useSame(useMemo(() => lights.map(({ at }) => at), [lights]));
  const plot = (
    <Column>
      <SetPlan
        from={from}
        movable
        inSight={places}
        over={(page: OnPage) => <PlanLights lights={lights} page={page} selected={selected} onSelect={select} onMove={move} />}
        title={<PlanTitle name="Light plot" />}
      />
    </Column>
  );
  const dome = (
    <Column>
      <PaneTitle>
        <span>
          <b>Dome</b> unrolled
        </span>
      </PaneTitle>
      <DomePane />
      <ScrubStrip />
      <TransportBar />
    </Column>
  );
  const sheet = <CallSheet belowLights={<AddLights reach={reach.radius} />} />;
  const looks: SplitPane[] = [
    { id: 'sheet', label: 'the call sheet', size: () => 150, least: 130, folds: true, content: sheet },
    { id: 'lens', label: 'the lens view', least: 320, content: <LensPane title="Through the lens" hand={hand} /> },
    { id: 'plot', label: 'the light plot', size: (total) => (total > 1400 ? 400 : 240), least: 160, folds: true, content: plot },
  ];
  return (
    <RoomOfViews
      name="light"
      looks={looks}
      looksHeight={looksHeight}
      below={{ id: 'dome', label: 'the dome', least: 140, content: dome }}
      bench={<LightBenchSide />}
    />
  );
}
