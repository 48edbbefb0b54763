'use client';

import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import { angleOfViewDeg } from '@/core/optics/lens';
import { secondsToFrame } from '@/core/time/rate';
import { GuideButtons } from './guide-buttons';
import { LensView } from './lens-view';
import { Column, PaneTitle } from './panes';
import { useFrameState } from './use-frame-state';
import { useSeenCamera } from './seen';
import { useProduction, useView, useWorkspace } from './workspace';

const SHOTS = 'shots';
const Through = styled.select<{ $own: boolean }>`
  height: 18px;
  border: 0;
  background: none;
  color: ${({ $own }) => ($own ? 'var(--brass)' : 'inherit')};
  font: inherit;
  option { background: var(--raised); color: var(--text); }
`;

/** The lens view under a line that says what the lens is doing. */
export function LensPane({ title, overlay, children }: { title: string; overlay?: ReactNode; children?: ReactNode }) {
  const production = useProduction((p) => p);
  const flight = useView((s) => s.flight);
  const { camera } = useFrameState();
  const seen = useSeenCamera();
  const { view } = useWorkspace();
  const { through, drawn, playhead } = useView((s) => ({ through: s.through, drawn: s.drawn, playhead: s.playhead }));
  const target = seen.focus.on === 'front' || seen.focus.on === 'nearest' ? production.marks.find((mark) => mark.id === seen.focus.markId) : undefined;
  // Only where the picture is drawn are the surfaces known that a focus follows.
  const shown = Math.abs(secondsToFrame(drawn.seconds, production.format.rate) - playhead) < 0.5;
  const focus = seen.focus.on === 'axis' && shown && Number.isFinite(drawn.focus) ? drawn.focus : camera.focusDistance;
  return (
    <Column>
      <PaneTitle>
        <span>
          <b>{title}</b>
          {flight ? `${seen.name}, flying freely` : production.cameras.length === 1 ? seen.name : null}
          {production.cameras.length > 1 && !flight ? (
            <Through value={through ?? SHOTS} onChange={(event) => view.setState({ through: event.target.value === SHOTS ? null : event.target.value })} aria-label="Look through" $own={through !== null}>
              <option value={SHOTS}>the shots: {seen.name}</option>
              {production.cameras.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Through>
          ) : null}
        </span>
        <span style={{ fontFamily: 'var(--mono)', fontSize: 11 }}>
          {camera.focalLengthMm.toFixed(camera.focalLengthMm < 100 ? 1 : 0).replace('.0', '')} mm · {angleOfViewDeg(camera.sensorWidthMm, camera.focalLengthMm).toFixed(1)}° · f/{camera.fStop.toFixed(1)} · focus {focus.toFixed(2)} m
          {target ? ` on ${target.name}` : ''}
        </span>
        <GuideButtons />
      </PaneTitle>
      <LensView overlay={overlay} />
      {children}
    </Column>
  );
}
