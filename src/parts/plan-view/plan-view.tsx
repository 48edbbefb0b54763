'use client';

import { Maximize2 } from 'lucide-react';
import { line } from 'd3-shape';
import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import type { Vec3 } from '@/core/space/vector';
import { IconButton } from '../controls';
import { hueColour } from '../theme';
import { Well } from '../well';
import { CameraFigure, Handle, Path, type OnPage, type PlanCamera } from './plan-camera';
import { Planned } from './plan-planned';
import { gridStep, type PlanFrom, type PlanPoint } from './plan-geometry';
import { Grid } from './plan-grid';
import { PlanMarks, type PlanMark } from './plan-marks';
import { PlanHandPoints, type PlanPoints } from './plan-points';
import { PlanRegions, type PlanRegion } from './plan-regions';
import { usePlanWindow } from './use-plan-window';

const Page = styled(Well)`
  text {
    font: 500 11px var(--label);
    fill: var(--text);
  }
  [role='button'] {
    cursor: pointer;
    outline: none;
  }
  [role='button']:focus-visible {
    stroke: var(--verdigris);
    stroke-width: 2.5;
  }
`;
const Corner = styled.div`
  position: absolute;
  right: 4px;
  top: 4px;
`;
/** Under the drawing, not over it: there marks may stand. */
const Note = styled.div`
  flex: none;
  padding: 2px 8px 3px;
  border-top: 1px solid var(--line);
  background: var(--well);
  font: 11px var(--mono);
  color: var(--faint);
`;

/** A rail in the world: its curve, and the points it is drawn by. */
export interface PlanRail {
  hue: number;
  curve: readonly Vec3[];
  points: readonly Vec3[];
  onMove: (index: number, by: Vec3, gesture: string) => void;
}

export interface PlanViewProps {
  from: PlanFrom;
  marks: readonly PlanMark[];
  cameras: readonly PlanCamera[];
  rail?: PlanRail | null;
  /** What is drawn by hand. */
  drawn?: PlanPoints | null;
  /** Parts of space that are worked on. */
  regions?: readonly PlanRegion[];
  /** Places of a flight that is planned, one after another. */
  planned?: readonly Vec3[] | null;
  selectedMark: string | null;
  onSelectMark: (id: string) => void;
  onSelectCamera: (id: string) => void;
  onSeek: (frame: number) => void;
  /** Moves a mark by metres in the world; left out where marks stay put. `gesture` is the same all through one drag. */
  onMoveMark?: (id: string, by: Vec3, gesture: string) => void;
  /** Moves where the camera looked through stands at a station. */
  onMoveStation?: (frame: number, by: Vec3, gesture: string) => void;
  /** Lines where floor, wall and sweep of the set are cut, in the world. */
  backdrops: readonly (readonly Vec3[])[];
  /** Drawn over everything, and places that have to be in sight with it. */
  over?: (page: OnPage) => ReactNode;
  inSight?: readonly Vec3[];
}

const NO_REGIONS: readonly PlanRegion[] = [];
const polyline = line<PlanPoint>();

const LABELS: Record<PlanFrom, string> = { above: 'Plan from above', side: 'Plan from the side', outside: 'Set from outside' };

/** The set from above, from the side or from outside: marks, the cameras with their cones of view, their paths and the focus plane. */
export function PlanView({
  from,
  marks,
  cameras,
  rail,
  drawn,
  regions = NO_REGIONS,
  planned,
  selectedMark,
  onSelectMark,
  onSelectCamera,
  onSeek,
  onMoveMark,
  onMoveStation,
  backdrops,
  over,
  inSight,
}: PlanViewProps) {
  const { ref, width, height, view, page, begin, handlers, showAll } = usePlanWindow(from, marks, cameras, onMoveMark, inSight);
  const { plane, toPage } = page;
  const seen = cameras.find((camera) => camera.seen);
  const step = gridStep(view.scale);
  return (
    <>
      <Page ref={ref} data-testid={`plan-${from}`}>
        {width > 0 ? (
          <svg role="group" aria-label={LABELS[from]} onPointerDown={(event) => begin(event, null)} {...handlers}>
            <Grid plane={plane} toPage={toPage} window={view} width={width} height={height} />
            {backdrops.map((trace, i) => (
              <path
                key={i}
                d={polyline(trace.map((p) => toPage(plane.point(p)))) ?? ''}
                fill="none"
                stroke="var(--faint)"
                strokeDasharray="2 3"
              />
            ))}
            <PlanMarks marks={marks} page={page} selected={selectedMark} onSelect={onSelectMark} onBegin={onMoveMark && begin} />
            <PlanRegions regions={regions} page={page} />
            {rail ? (
              <path
                d={polyline(rail.curve.map((p) => toPage(plane.point(p)))) ?? ''}
                fill="none"
                stroke={hueColour(rail.hue)}
                strokeWidth={3}
                strokeOpacity={0.35}
                strokeLinecap="round"
                pointerEvents="none"
              />
            ) : null}
            {cameras.map((camera) => (
              <Path key={camera.id} camera={camera} page={page} onSeek={onSeek} onMoveStation={onMoveStation} />
            ))}
            {cameras.map((camera) => (
              <CameraFigure key={camera.id} camera={camera} page={page} onSelect={onSelectCamera} />
            ))}
            {planned ? <Planned places={planned} page={page} /> : null}
            {over?.(page)}
            {drawn ? <PlanHandPoints points={drawn} page={page} /> : null}
            {rail?.points.map((point, i) => (
              <Handle
                key={i}
                label={`Point ${i + 1} of the rail`}
                at={point}
                page={page}
                radius={4.5}
                fill={hueColour(rail.hue)}
                stroke="var(--well)"
                onMove={(by, gesture) => rail.onMove(i, by, gesture)}
              />
            ))}
          </svg>
        ) : null}
        {showAll ? (
          <Corner>
            <IconButton label="Show everything" $tone="quiet" onPress={showAll}>
              <Maximize2 size={12} />
            </IconButton>
          </Corner>
        ) : null}
      </Page>
      <Note>
        {seen?.sharp ? (
          <>
            sharp {seen.sharp.near.toFixed(2)}–{seen.sharp.far === Infinity ? '∞' : seen.sharp.far.toFixed(2)} m
            <br />
            hyperfocal {seen.hyperfocal.toFixed(1)} m
            <br />
          </>
        ) : null}
        {step} m grid
        {seen && seen.path.length > 1 ? ` · a dot ${seen.framesPerTick === 1 ? 'a frame' : `each ${seen.framesPerTick} fr`}` : ''}
      </Note>
    </>
  );
}
