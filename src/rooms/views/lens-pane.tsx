'use client';

import type { ReactNode } from 'react';
import type { CameraState } from '@/core/frame/frame-state';
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

/** The lens view under a line that says what the lens is doing. */
export function LensPane({ title, overlay, children }: { title: string; overlay?: ReactNode; children?: ReactNode }) {
  const production = useProduction((p) => p);
  const flight = useView((s) => s.flight);
  const { camera } = useFrameState();
  const seen = useSeenCamera();
  const { view } = useWorkspace();
  const { through, drawn, playhead } = useView((s) => ({ through: s.through, drawn: s.drawn, playhead: s.playhead }));
  const target =
    seen.focus.on === 'front' || seen.focus.on === 'nearest' ? production.marks.find((mark) => mark.id === seen.focus.markId) : undefined;
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
            <span style={{ color: through === null ? undefined : 'var(--brass)' }}>
              <LinePick
                label="Look through"
                value={through ?? SHOTS}
                onChange={(id) => view.setState({ through: id === SHOTS ? null : id })}
                options={[
                  { id: SHOTS, label: `the shots: ${seen.name}` },
                  ...production.cameras.map(({ id, name }) => ({ id, label: name })),
                ]}
              />
            </span>
          ) : null}
        </span>
        <span style={{ fontFamily: 'var(--mono)', fontSize: 11 }}>
          {lensWords(camera)} · focus {focus.toFixed(2)} m{target ? ` on ${target.name}` : ''}
        </span>
        <GuideButtons />
      </PaneTitle>
      <LensView overlay={overlay} />
      {children}
    </Column>
  );
}
