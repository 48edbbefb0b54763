'use client';

import type { ReactNode } from 'react';
import { angleOfViewDeg } from '@/core/optics/lens';
import { LensView } from './lens-view';
import { Column, PaneTitle } from './panes';
import { useFrameState } from './use-frame-state';
import { useProduction, useView } from './workspace';

/** The lens view under a line that says what the lens is doing. */
export function LensPane({ title, overlay, children }: { title: string; overlay?: ReactNode; children?: ReactNode }) {
  const production = useProduction((p) => p);
  const flight = useView((s) => s.flight);
  const { camera } = useFrameState();
  const target = production.marks.find((mark) => mark.id === production.cameras[0]?.focusOn);
  return (
    <Column>
      <PaneTitle>
        <span>
          <b>{title}</b>
          {flight ? 'flying freely' : production.cameras[0]?.name}
        </span>
        <span style={{ fontFamily: 'var(--mono)', fontSize: 11 }}>
          {camera.focalLengthMm.toFixed(0)} mm · {angleOfViewDeg(camera.sensorWidthMm, camera.focalLengthMm).toFixed(1)}° · f/{camera.fStop.toFixed(1)} · focus {camera.focusDistance.toFixed(2)} m
          {target ? ` on ${target.name}` : ''}
        </span>
      </PaneTitle>
      <LensView overlay={overlay} />
      {children}
    </Column>
  );
}
