'use client';

import { Maximize2 } from 'lucide-react';
import { line } from 'd3-shape';
import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { multiply, type Mat4 } from '@/core/space/matrix';
import type { Box, Vec3 } from '@/core/space/vector';
import { IconButton } from '../controls';
import { hueColour } from '../theme';
import { useLatest } from '../use-latest';
import { useSize } from '../use-size';
import { CameraFigure, Handle, Path, pressed, type OnPage, type PlanCamera } from './plan-camera';
import {
  boxHull,
  fitting,
  gridStep,
  placedLabels,
  projection,
  type Outside,
  type PlanFrom,
  type PlanPoint,
  type PlanWindow,
} from './plan-geometry';
import { Grid } from './plan-grid';

const Well = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  min-height: 0;
  background: var(--well);
  overflow: hidden;
  svg {
    display: block;
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    touch-action: none;
  }
  text {
    font: 500 11px var(--label);
    fill: var(--text);
    pointer-events: none;
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
const Note = styled.div`
  position: absolute;
  left: 4px;
  bottom: 3px;
  padding: 1px 5px;
  border-radius: 2px;
  background: color-mix(in srgb, var(--well) 78%, transparent);
  font: 11px var(--mono);
  color: var(--faint);
  pointer-events: none;
`;

export interface PlanMark {
  id: string;
  name: string;
  hue: number;
  pose: Mat4;
  /** Places of its copies in its own frame; the first is its own. */
  copies: readonly Mat4[];
  box: Box;
}

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
  selectedMark: string | null;
  onSelectMark: (id: string) => void;
  onSelectCamera: (id: string) => void;
  onSeek: (frame: number) => void;
  /** Moves a mark by metres in the world; left out where marks stay put. `gesture` is the same all through one drag. */
  onMoveMark?: (id: string, by: Vec3, gesture: string) => void;
  /** Moves where the camera looked through stands at a station. */
  onMoveStation?: (frame: number, by: Vec3, gesture: string) => void;
  /** Floor of the set, metres up; drawn from the side. */
  floor: number | null;
}

const polyline = line<PlanPoint>();
const closed = (points: PlanPoint[]) => `${polyline(points) ?? ''}Z`;

let gestures = 0;

const LABELS: Record<PlanFrom, string> = { above: 'Plan from above', side: 'Plan from the side', outside: 'Set from outside' };

/** The window and direction of the plan, wheeled and dragged. */
function useWindow(from: PlanFrom) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [chosen, setChosen] = useState<{ from: PlanFrom; window: PlanWindow } | null>(null);
  const [outside, setOutside] = useState<Outside>({ azimuth: 35, height: 28 });
  return {
    ref,
    width,
    height,
    chosen: chosen?.from === from ? chosen.window : null,
    setChosen: (window: PlanWindow | null) => setChosen(window && { from, window }),
    outside,
    setOutside,
  };
}

/** The set from above, from the side or from outside: marks, the cameras with their cones of view, their paths and the focus plane. */
export function PlanView({
  from,
  marks,
  cameras,
  rail,
  selectedMark,
  onSelectMark,
  onSelectCamera,
  onSeek,
  onMoveMark,
  onMoveStation,
  floor,
}: PlanViewProps) {
  const { ref, width, height, chosen, setChosen, outside, setOutside } = useWindow(from);
  const plane = useMemo(() => projection(from, outside), [from, outside]);

  const everything = useMemo(() => {
    const points = marks.flatMap(({ pose, copies, box }) => copies.flatMap((copy) => boxHull(plane, multiply(pose, copy), box)));
    for (const { path, seen } of cameras) if (seen) for (const place of path) points.push(plane.point(place));
    return points;
  }, [plane, marks, cameras]);
  const fit = useMemo(() => fitting(everything, width, height), [everything, width, height]);
  const view = chosen ?? fit;
  const page = useMemo<OnPage>(
    () => ({
      plane,
      scale: view.scale,
      toPage: ([x, y]) => [(x - view.centre[0]) * view.scale + width / 2, (y - view.centre[1]) * view.scale + height / 2],
    }),
    [plane, view, width, height],
  );
  const { toPage } = page;

  const live = useLatest({ view, width, height, setChosen });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { view: now, width: w, height: h } = live.current;
      const box = element.getBoundingClientRect();
      const factor = Math.exp(-Math.max(-120, Math.min(120, event.deltaY)) * 0.002);
      const scale = Math.max(0.5, Math.min(4000, now.scale * factor));
      const [px, py] = [event.clientX - box.left - w / 2, event.clientY - box.top - h / 2];
      live.current.setChosen({ centre: [now.centre[0] + px / now.scale - px / scale, now.centre[1] + py / now.scale - py / scale], scale });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [ref, live]);

  const drag = useRef<{ x: number; y: number; mark: string | null; gesture: string } | null>(null);
  const begin = (event: PointerEvent<SVGSVGElement | SVGPathElement>, mark: string | null) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, mark, gesture: `plan-${++gestures}` };
  };
  const move = (event: PointerEvent) => {
    const at = drag.current;
    if (!at) return;
    const [px, py] = [event.clientX - at.x, event.clientY - at.y];
    const [dx, dy] = [px / view.scale, py / view.scale];
    drag.current = { ...at, x: event.clientX, y: event.clientY };
    if (at.mark !== null) onMoveMark?.(at.mark, plane.shift(dx, dy), at.gesture);
    else if (from === 'outside' && !event.shiftKey)
      setOutside(({ azimuth, height: up }) => ({ azimuth: azimuth - px * 0.4, height: Math.max(-90, Math.min(90, up + py * 0.4)) }));
    else setChosen({ ...view, centre: [view.centre[0] - dx, view.centre[1] - dy] });
  };
  const end = () => {
    drag.current = null;
  };

  const drawn = marks.map((mark) => ({
    mark,
    outline: boxHull(plane, mark.pose, mark.box).map(toPage),
    copies: mark.copies.slice(1).map((copy) => boxHull(plane, multiply(mark.pose, copy), mark.box).map(toPage)),
  }));
  const labels = placedLabels(drawn.map(({ mark, outline }) => ({ name: mark.name, outline })));
  const seen = cameras.find((camera) => camera.seen);
  const step = gridStep(view.scale);
  const floorY = floor === null || from !== 'side' ? null : toPage([0, -floor])[1];
  return (
    <Well ref={ref} data-testid={`plan-${from}`}>
      {width > 0 ? (
        <svg
          role="group"
          aria-label={LABELS[from]}
          onPointerDown={(event) => begin(event, null)}
          onPointerMove={move}
          onPointerUp={end}
          onPointerCancel={end}
        >
          <Grid plane={plane} toPage={toPage} window={view} width={width} height={height} />
          {floorY === null ? null : <line x1={0} x2={width} y1={floorY} y2={floorY} stroke="var(--line-strong)" strokeDasharray="2 3" />}
          {drawn.map(({ mark, copies }) =>
            copies.map((copy, i) => (
              <path
                key={`${mark.id}-${i}`}
                d={closed(copy)}
                fill={hueColour(mark.hue)}
                fillOpacity={0.1}
                stroke={hueColour(mark.hue)}
                strokeOpacity={0.5}
                pointerEvents="none"
              />
            )),
          )}
          {drawn.map(({ mark, outline }) => (
            <path
              key={mark.id}
              role="button"
              tabIndex={0}
              aria-label={`Select ${mark.name}`}
              aria-pressed={selectedMark === mark.id}
              d={closed(outline)}
              fill={hueColour(mark.hue)}
              fillOpacity={selectedMark === mark.id ? 0.4 : 0.2}
              stroke={hueColour(mark.hue)}
              strokeWidth={selectedMark === mark.id ? 2 : 1}
              onPointerDown={(event) => {
                onSelectMark(mark.id);
                if (onMoveMark) begin(event, mark.id);
                else event.stopPropagation();
              }}
              onKeyDown={(event) => pressed(event, () => onSelectMark(mark.id))}
            />
          ))}
          {labels.map(({ name, x, y }, i) => (
            <text key={i} x={x} y={y} textAnchor="middle">
              {name}
            </text>
          ))}
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
            <CameraFigure
              key={camera.id}
              camera={camera}
              page={page}
              reach={Math.max(camera.state.focusDistance * 1.25, 2)}
              onSelect={() => onSelectCamera(camera.id)}
            />
          ))}
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
      {chosen ? (
        <Corner>
          <IconButton label="Show everything" $tone="quiet" onPress={() => setChosen(null)}>
            <Maximize2 size={12} />
          </IconButton>
        </Corner>
      ) : null}
    </Well>
  );
}
