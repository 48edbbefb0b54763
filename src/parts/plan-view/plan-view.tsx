'use client';

import { Maximize2 } from 'lucide-react';
import { line } from 'd3-shape';
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import type { CameraState } from '@/core/frame/frame-state';
import { forwardOf, multiply, positionOf, type Mat4 } from '@/core/space/matrix';
import { add, scale as scaled, type Box, type Vec3 } from '@/core/space/vector';
import { IconButton } from '../controls';
import { hueColour } from '../theme';
import { useLatest } from '../use-latest';
import { useSize } from '../use-size';
import { boxHull, fitting, frameCorners, gridStep, placedLabels, planHull, planPoint, worldShift, type PlanFrom, type PlanPoint, type PlanWindow } from './plan-geometry';

const Well = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  min-height: 0;
  background: var(--well);
  overflow: hidden;
  svg { display: block; position: absolute; inset: 0; width: 100%; height: 100%; touch-action: none; }
  text { font: 500 11px var(--label); fill: var(--text); pointer-events: none; }
  [role='button'] { cursor: pointer; outline: none; }
  [role='button']:focus-visible { stroke: var(--verdigris); stroke-width: 2.5; }
`;
const Corner = styled.div`
  position: absolute;
  right: 4px;
  top: 4px;
`;
const Note = styled.div`
  position: absolute;
  left: 8px;
  bottom: 5px;
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

export interface PlanCamera {
  name: string;
  hue: number;
  state: CameraState;
  /** Place at every tick of the path, and how many frames one tick is. */
  path: readonly Vec3[];
  framesPerTick: number;
  /** Frames of the stations, and the places there. */
  stations: readonly { frame: number; place: Vec3 }[];
}

export interface PlanViewProps {
  from: PlanFrom;
  marks: readonly PlanMark[];
  camera: PlanCamera;
  selectedMark: string | null;
  onSelectMark: (id: string) => void;
  onSelectCamera: () => void;
  onSeek: (frame: number) => void;
  /** Moves a mark by metres in the world; left out where marks stay put. `gesture` is the same all through one drag. */
  onMoveMark?: (id: string, by: Vec3, gesture: string) => void;
  /** Floor of the set, metres up; drawn from the side. */
  floor: number | null;
}

const polyline = line<PlanPoint>();

let gestures = 0;

const Grid = memo(function Grid({ window: { centre, scale }, width, height }: { window: PlanWindow; width: number; height: number }) {
  const step = gridStep(scale);
  const lines = [];
  const x0 = centre[0] - width / 2 / scale;
  const y0 = centre[1] - height / 2 / scale;
  for (let x = Math.ceil(x0 / step) * step; x < x0 + width / scale; x += step) {
    const at = (x - x0) * scale;
    lines.push(<line key={`x${x}`} x1={at} x2={at} y1={0} y2={height} strokeOpacity={Math.abs(x) < step / 2 ? 1 : 0.45} />);
  }
  for (let y = Math.ceil(y0 / step) * step; y < y0 + height / scale; y += step) {
    const at = (y - y0) * scale;
    lines.push(<line key={`y${y}`} x1={0} x2={width} y1={at} y2={at} strokeOpacity={Math.abs(y) < step / 2 ? 1 : 0.45} />);
  }
  return (
    <g stroke="var(--line)" shapeRendering="crispEdges">
      {lines}
    </g>
  );
});

/** The camera's way: a line, and a dot a frame; where dots crowd, the camera is slow. */
const Path = memo(function Path({ camera, from, toPage, onSeek }: { camera: PlanCamera; from: PlanFrom; toPage: (p: PlanPoint) => PlanPoint; onSeek: (frame: number) => void }) {
  const points = camera.path.map((p) => toPage(planPoint(from, p)));
  return (
    <g>
      <path d={polyline(points) ?? ''} fill="none" stroke="var(--dim)" strokeOpacity={0.45} />
      <g fill="var(--text)">
        {points.map(([x, y], i) => (
          <circle key={i} cx={x} cy={y} r={1.15} />
        ))}
      </g>
      {camera.stations.map(({ frame, place }) => {
        const [x, y] = toPage(planPoint(from, place));
        return (
          <circle
            key={frame}
            role="button"
            tabIndex={0}
            aria-label={`Go to the station at frame ${frame}`}
            cx={x}
            cy={y}
            r={3.6}
            fill="var(--well)"
            stroke={hueColour(camera.hue)}
            strokeWidth={1.5}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => onSeek(frame)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onSeek(frame);
            }}
          />
        );
      })}
    </g>
  );
});

function CameraFigure({ camera, from, toPage, reach, onSelect }: { camera: PlanCamera; from: PlanFrom; toPage: (p: PlanPoint) => PlanPoint; reach: number; onSelect: () => void }) {
  const { state } = camera;
  const colour = hueColour(camera.hue);
  const eye = positionOf(state.pose);
  const cone = planHull(from, [eye, ...frameCorners(state, reach)]).map(toPage);
  const focus = planHull(from, frameCorners(state, state.focusDistance)).map(toPage);
  const [x, y] = toPage(planPoint(from, eye));
  const [fx, fy] = toPage(planPoint(from, add(eye, scaled(forwardOf(state.pose), 1))));
  const angle = (Math.atan2(fy - y, fx - x) * 180) / Math.PI;
  return (
    <g>
      <path d={`${polyline(cone) ?? ''}Z`} fill={colour} fillOpacity={0.09} stroke={colour} strokeOpacity={0.55} pointerEvents="none" />
      <path d={`${polyline(focus) ?? ''}Z`} fill={colour} fillOpacity={0.12} stroke={colour} strokeDasharray="4 3" pointerEvents="none">
        <title>Focus plane</title>
      </path>
      <g role="button" tabIndex={0} aria-label={`Select ${camera.name}`} transform={`translate(${x} ${y}) rotate(${angle})`} fill={colour} stroke="var(--well)" onPointerDown={(event) => event.stopPropagation()} onClick={onSelect} onKeyDown={(event) => pressed(event, onSelect)}>
        <rect x={-9} y={-5} width={11} height={10} rx={1.5} />
        <path d="M2 -2.6L7 -5.2V5.2L2 2.6Z" />
      </g>
    </g>
  );
}

function pressed(event: KeyboardEvent, act: () => void): void {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  act();
}

/** The set from above or from the side: marks, the camera with its cone of view, its path and the focus plane. */
export function PlanView({ from, marks, camera, selectedMark, onSelectMark, onSelectCamera, onSeek, onMoveMark, floor }: PlanViewProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [chosen, setChosen] = useState<{ from: PlanFrom; window: PlanWindow } | null>(null);

  const everything = useMemo(() => {
    const points = marks.flatMap(({ pose, copies, box }) => copies.flatMap((copy) => boxHull(from, multiply(pose, copy), box)));
    for (const place of camera.path) points.push(planPoint(from, place));
    return points;
  }, [from, marks, camera.path]);
  const fit = useMemo(() => fitting(everything, width, height), [everything, width, height]);
  const view = chosen?.from === from ? chosen.window : fit;
  const toPage = useMemo(() => ([x, y]: PlanPoint): PlanPoint => [(x - view.centre[0]) * view.scale + width / 2, (y - view.centre[1]) * view.scale + height / 2], [view, width, height]);

  const live = useLatest({ view, width, height });
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
      const centre: PlanPoint = [now.centre[0] + px / now.scale - px / scale, now.centre[1] + py / now.scale - py / scale];
      setChosen({ from, window: { centre, scale } });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [ref, live, from]);

  const drag = useRef<{ x: number; y: number; mark: string | null; gesture: string } | null>(null);
  const begin = (event: PointerEvent<SVGSVGElement | SVGPathElement>, mark: string | null) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, mark, gesture: `plan-${++gestures}` };
  };
  const move = (event: PointerEvent) => {
    const at = drag.current;
    if (!at) return;
    const [dx, dy] = [(event.clientX - at.x) / view.scale, (event.clientY - at.y) / view.scale];
    drag.current = { ...at, x: event.clientX, y: event.clientY };
    if (at.mark === null) setChosen({ from, window: { ...view, centre: [view.centre[0] - dx, view.centre[1] - dy] } });
    else onMoveMark?.(at.mark, worldShift(from, dx, dy), at.gesture);
  };
  const end = () => {
    drag.current = null;
  };

  const drawn = marks.map((mark) => ({
    mark,
    outline: boxHull(from, mark.pose, mark.box).map(toPage),
    copies: mark.copies.slice(1).map((copy) => boxHull(from, multiply(mark.pose, copy), mark.box).map(toPage)),
  }));
  const labels = placedLabels(drawn.map(({ mark, outline }) => ({ name: mark.name, outline })));
  const reach = Math.max(camera.state.focusDistance * 1.25, 2);
  const step = gridStep(view.scale);
  const floorY = floor === null || from === 'above' ? null : toPage([0, -floor])[1];
  return (
    <Well ref={ref} data-testid={`plan-${from}`}>
      {width > 0 ? (
        <svg role="group" aria-label={from === 'above' ? 'Plan from above' : 'Plan from the side'} onPointerDown={(event) => begin(event, null)} onPointerMove={move} onPointerUp={end} onPointerCancel={end}>
          <Grid window={view} width={width} height={height} />
          {floorY === null ? null : <line x1={0} x2={width} y1={floorY} y2={floorY} stroke="var(--line-strong)" strokeDasharray="2 3" />}
          {drawn.map(({ mark, copies }) => copies.map((copy, i) => <path key={`${mark.id}-${i}`} d={`${polyline(copy) ?? ''}Z`} fill={hueColour(mark.hue)} fillOpacity={0.1} stroke={hueColour(mark.hue)} strokeOpacity={0.5} pointerEvents="none" />))}
          {drawn.map(({ mark, outline }) => (
            <path
              key={mark.id}
              role="button"
              tabIndex={0}
              aria-label={`Select ${mark.name}`}
              aria-pressed={selectedMark === mark.id}
              d={`${polyline(outline) ?? ''}Z`}
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
          <Path camera={camera} from={from} toPage={toPage} onSeek={onSeek} />
          <CameraFigure camera={camera} from={from} toPage={toPage} reach={reach} onSelect={onSelectCamera} />
        </svg>
      ) : null}
      <Note>
        {step} m grid{camera.path.length > 1 ? ` · a dot ${camera.framesPerTick === 1 ? 'a frame' : `each ${camera.framesPerTick} fr`}` : ''}
      </Note>
      {chosen?.from === from ? (
        <Corner>
          <IconButton label="Show everything" $tone="quiet" onPress={() => setChosen(null)}>
            <Maximize2 size={12} />
          </IconButton>
        </Corner>
      ) : null}
    </Well>
  );
}
