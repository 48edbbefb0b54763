'use client';

import type { ReactNode } from 'react';
import type { CameraState } from '@/core/frame/frame-state';
import type { Camera } from '@/core/production/camera';
import { angleOfViewDeg } from '@/core/optics/lens';
import { secondsToFrame } from '@/core/time/rate';
import { LinePick } from '@/parts/controls';
import { GuideButtons } from './guide-buttons';
import { LensView } from './lens-view';
import { Column, PaneTitle } from '../layout/panes';
import { useFrameState } from '../looking/use-frame-state';
import { useSeenCamera } from '../looking/seen';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const SHOTS = 'shots';

function lensWords({ focalLengthMm, sensorWidthMm, fStop }: CameraState): string {
  const length = focalLengthMm.toFixed(focalLengthMm < 100 ? 1 : 0).replace('.0', '');
  return `${length} mm · ${angleOfViewDeg(sensorWidthMm, focalLengthMm).toFixed(1)}° · f/${fStop.toFixed(1)}`;
}

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
    <span style={{ fontFamily: 'var(--mono)', fontSize: 11 }}>
      {lensWords(camera)} · focus {focus.toFixed(2)} m{target ? ` on ${target}` : ''}
    </span>
  );
}

/** The lens view under a line that says what the lens is doing. */
export function LensPane({ title, overlay, children }: { title: string; overlay?: ReactNode; children?: ReactNode }) {
  const cameras = useProduction((p) => p.cameras);
  const flight = useView((s) => s.flight);
  const seen = useSeenCamera();
  const { view } = useWorkspace();
  const through = useView((s) => s.through);
  return (
    <Column>
      <PaneTitle>
        <span>
          <b>{title}</b>
          {flight ? `${seen.name}, flying freely` : cameras.length === 1 ? seen.name : null}
          {cameras.length > 1 && !flight ? (
            <span style={{ color: through === null ? undefined : 'var(--brass)' }}>
              <LinePick
                label="Look through"
                value={through ?? SHOTS}
                onChange={(id) => view.setState({ through: id === SHOTS ? null : id })}
                options={[{ id: SHOTS, label: `the shots: ${seen.name}` }, ...cameras.map(({ id, name }) => ({ id, label: name }))]}
              />
            </span>
          ) : null}
        </span>
        <LensLine seen={seen} />
        <GuideButtons />
      </PaneTitle>
      <LensView overlay={overlay} />
      {children}
    </Column>
  );
}
