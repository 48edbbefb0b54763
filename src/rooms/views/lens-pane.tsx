'use client';

import { Maximize } from 'lucide-react';
import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import type { CameraState } from '@/core/frame/frame-state';
import type { Camera } from '@/core/production/camera';
import { angleOfViewDeg } from '@/core/optics/lens';
import { secondsToFrame } from '@/core/time/rate';
import { Button, LinePick } from '@/parts/controls';
import { GuideButtons } from './guide-buttons';
import { LensView, type LensViewProps } from './lens-view';
import { Column, PaneTitle } from '../layout/panes';
import { useFrameState } from '../looking/use-frame-state';
import { useSeenCamera } from '../looking/seen';
import { seeWhole } from '../looking/walk';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const SHOTS = 'shots';
const WALK = 'walk';

function lensWords({ focalLengthMm, sensorWidthMm, fStop }: CameraState): string {
  const length = focalLengthMm.toFixed(focalLengthMm < 100 ? 1 : 0).replace('.0', '');
  return `${length} mm · ${angleOfViewDeg(sensorWidthMm, focalLengthMm).toFixed(1)}° · f/${fStop.toFixed(1)}`;
}

const Cut = styled.em`
  overflow: hidden;
  text-overflow: ellipsis;
  font-style: normal;
`;
/** What is told in numbers stays whole as far as it can: names are cut first. */
const LensWords = styled.div`
  flex-shrink: 0;
  max-width: 70%;
  overflow: hidden;
  text-overflow: ellipsis;
  font: 11px var(--mono);
`;

/** What the lens is doing at the playhead. */
function LensLine({ seen }: { seen: Camera }) {
  const { on, markId } = seen.focus;
  const target = useProduction((p) => (on === 'front' || on === 'nearest' ? p.marks.find(({ id }) => id === markId)?.name : undefined));
  const rate = useProduction((p) => p.format.rate);
  const { camera } = useFrameState();
  const { drawn, playhead } = useView((s) => ({ drawn: s.drawn, playhead: s.playhead }));
  // Only where the picture is drawn are the surfaces known that a focus follows.
  const isDrawn = Math.abs(secondsToFrame(drawn.seconds, rate) - playhead) < 0.5;
  const focus = on === 'axis' && isDrawn && Number.isFinite(drawn.focus) ? drawn.focus : camera.focusDistance;
  return (
    <LensWords>
      {lensWords(camera)} · focus {focus.toFixed(2)} m{target ? ` on ${target}` : ''}
    </LensWords>
  );
}

/** How far off one stands who goes round the marks, and a way to see them whole. */
function WalkLine() {
  const workspace = useWorkspace();
  const distance = useView((s) => s.walk?.distance ?? 0);
  return (
    <>
      <span style={{ fontFamily: 'var(--mono)', fontSize: 11 }}>{distance.toFixed(1)} m away</span>
      <Button $tone="quiet" onPress={() => seeWhole(workspace)}>
        <Maximize size={12} /> See whole
      </Button>
    </>
  );
}

/**
 * The lens view under a line that says what the lens is doing.
 * @param onWalk told whether one goes round the marks, where that is possible in place of a camera's view
 */
export function LensPane({
  title,
  overlay,
  hand,
  onWalk,
  children,
}: LensViewProps & {
  title: string;
  onWalk?: (walks: boolean) => void;
  children?: ReactNode;
}) {
  const cameras = useProduction((p) => p.cameras);
  const flight = useView((s) => s.flight);
  const walks = useView((s) => s.walk !== null);
  const seen = useSeenCamera();
  const { view } = useWorkspace();
  const through = useView((s) => s.through);
  const ways = [
    ...(onWalk ? [{ id: WALK, label: 'walking round' }] : []),
    { id: SHOTS, label: cameras.length > 1 ? `the shots: ${seen.name}` : seen.name },
    ...(cameras.length > 1 ? cameras.map(({ id, name }) => ({ id, label: name })) : []),
  ];
  const look = (id: string) => {
    onWalk?.(id === WALK);
    if (id !== WALK) view.setState({ through: id === SHOTS ? null : id });
  };
  return (
    <Column>
      <PaneTitle>
        <span>
          <b>{title}</b>
          {flight ? <Cut>{seen.name}, flying freely</Cut> : null}
          {!flight && ways.length === 1 ? <Cut>{seen.name}</Cut> : null}
          {!flight && ways.length > 1 ? (
            <span style={{ color: through === null || walks ? undefined : 'var(--brass)' }}>
              <LinePick label="Look from" value={walks ? WALK : (through ?? SHOTS)} onChange={look} options={ways} />
            </span>
          ) : null}
        </span>
        {walks ? <WalkLine /> : <LensLine seen={seen} />}
        {walks ? null : <GuideButtons />}
      </PaneTitle>
      <LensView overlay={overlay} hand={hand} />
      {children}
    </Column>
  );
}
