'use client';

import { line } from 'd3-shape';
import { memo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { CameraState } from '@/core/frame/frame-state';
import { degrees } from '@/core/space/angle';
import { forwardOf, positionOf } from '@/core/space/matrix';
import { add, scale as scaled, type Vec3 } from '@/core/space/vector';
import { newGesture } from '../gesture';
import { hueColour } from '../theme';
import { frameCorners, planHull, type PlanPoint, type Projection } from './plan-geometry';

export interface PlanCamera {
  id: string;
  name: string;
  hue: number;
  state: CameraState;
  /** Whether it is the one looked through: the others are drawn small. */
  seen: boolean;
  /** Nearest and farthest distance that counts as sharp. */
  sharp: { near: number; far: number } | null;
  /** Focused there or farther, all is sharp up to infinity; metres. */
  hyperfocal: number;
  /** Where it stood and will stand at the stations about the playhead. */
  ghosts: readonly CameraState[];
  /** Place at every tick of the path, and how many frames one tick is. */
  path: readonly Vec3[];
  framesPerTick: number;
  /** Frames of the stations, and the places there. */
  stations: readonly { frame: number; place: Vec3 }[];
}

export interface OnPage {
  plane: Projection;
  toPage(p: PlanPoint): PlanPoint;
  /** Pixels a metre. */
  scale: number;
}

const polyline = line<PlanPoint>();
const closed = (points: readonly PlanPoint[]) => `${polyline([...points]) ?? ''}Z`;

export function pressed(event: KeyboardEvent, act: () => void): void {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  act();
}

/** A point of the plan that can be dragged, or moved with the arrow keys. */
export function Handle({
  label,
  at,
  page,
  radius = 3.6,
  fill = 'var(--well)',
  stroke,
  onPress,
  onMove,
}: {
  label: string;
  at: Vec3;
  page: OnPage;
  radius?: number;
  fill?: string;
  stroke: string;
  onPress?: () => void;
  /** Metres in the world; `gesture` is the same all through one drag. */
  onMove?: (by: Vec3, gesture: string) => void;
}) {
  const drag = useRef<{ x: number; y: number; gesture: string } | null>(null);
  const [x, y] = page.toPage(page.plane.point(at));
  const step = (event: KeyboardEvent) => {
    const way: Record<string, PlanPoint> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
    const by = way[event.key];
    if (by && onMove) {
      event.preventDefault();
      event.stopPropagation();
      const metres = event.shiftKey ? 0.5 : 0.05;
      onMove(page.plane.shift(by[0] * metres, by[1] * metres), `plan-keys-${label}`);
    } else if (onPress) pressed(event, onPress);
  };
  return (
    <circle
      role="button"
      tabIndex={0}
      aria-label={label}
      cx={x}
      cy={y}
      r={radius}
      fill={fill}
      stroke={stroke}
      strokeWidth={1.5}
      style={{ cursor: onMove ? 'grab' : 'pointer' }}
      onPointerDown={(event: PointerEvent<SVGCircleElement>) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { x: event.clientX, y: event.clientY, gesture: newGesture('plan-handle') };
      }}
      onPointerMove={(event) => {
        const from = drag.current;
        if (!from || !onMove || Math.hypot(event.clientX - from.x, event.clientY - from.y) < 2) return;
        onMove(page.plane.shift((event.clientX - from.x) / page.scale, (event.clientY - from.y) / page.scale), from.gesture);
        drag.current = { ...from, x: event.clientX, y: event.clientY };
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
      onClick={onPress}
      onKeyDown={step}
    />
  );
}

/** The camera's way: a line, and a dot a frame; where dots crowd, the camera is slow. */
export const Path = memo(function Path({
  camera,
  page,
  onSeek,
  onMoveStation,
}: {
  camera: PlanCamera;
  page: OnPage;
  onSeek: (frame: number) => void;
  onMoveStation?: (frame: number, by: Vec3, gesture: string) => void;
}) {
  const points = camera.path.map((p) => page.toPage(page.plane.point(p)));
  const colour = hueColour(camera.hue);
  return (
    <g opacity={camera.seen ? 1 : 0.4}>
      <path d={polyline(points) ?? ''} fill="none" stroke={camera.seen ? 'var(--dim)' : colour} strokeOpacity={0.45} />
      {camera.seen ? (
        <g fill="var(--text)">
          {points.map(([x, y], i) => (
            <circle key={i} cx={x} cy={y} r={1.15} />
          ))}
        </g>
      ) : null}
      {camera.seen
        ? camera.stations.map(({ frame, place }) => (
            <Handle
              key={frame}
              label={`Go to the station at frame ${frame}`}
              at={place}
              page={page}
              stroke={colour}
              onPress={() => onSeek(frame)}
              onMove={onMoveStation && ((by, gesture) => onMoveStation(frame, by, gesture))}
            />
          ))
        : null}
    </g>
  );
});

function Body({ state, page, colour }: { state: CameraState; page: OnPage; colour: string }) {
  const eye = positionOf(state.pose);
  const [x, y] = page.toPage(page.plane.point(eye));
  const [fx, fy] = page.toPage(page.plane.point(add(eye, scaled(forwardOf(state.pose), 1))));
  return (
    <g transform={`translate(${x} ${y}) rotate(${degrees(Math.atan2(fy - y, fx - x))})`} fill={colour} stroke="var(--well)">
      <rect x={-9} y={-5} width={11} height={10} rx={1.5} />
      <path d="M2 -2.6L7 -5.2V5.2L2 2.6Z" />
    </g>
  );
}

/** A camera with its cone of view, the plane it is focused on, and how far it is sharp. */
export const CameraFigure = memo(function CameraFigure({
  camera,
  page,
  onSelect,
}: {
  camera: PlanCamera;
  page: OnPage;
  onSelect: (id: string) => void;
}) {
  const reach = Math.max(camera.state.focusDistance * 1.25, 2);
  const { state, seen, sharp } = camera;
  const colour = hueColour(camera.hue);
  const eye = positionOf(state.pose);
  const hull = (...distances: number[]) =>
    closed(
      planHull(
        page.plane,
        distances.flatMap((d) => (d === 0 ? [eye] : frameCorners(state, d))),
      ).map((p) => page.toPage(p)),
    );
  const far = sharp && Math.min(sharp.far, reach * 4);
  return (
    <g opacity={seen ? 1 : 0.55}>
      {camera.ghosts.map((ghost, i) => (
        <g key={i} opacity={0.4} pointerEvents="none">
          <path
            d={closed(
              planHull(page.plane, [positionOf(ghost.pose), ...frameCorners(ghost, Math.min(reach, ghost.focusDistance))]).map((p) =>
                page.toPage(p),
              ),
            )}
            fill="none"
            stroke={colour}
            strokeDasharray="2 3"
          />
          <Body state={ghost} page={page} colour={colour} />
        </g>
      ))}
      <path d={hull(0, reach)} fill={colour} fillOpacity={seen ? 0.09 : 0.03} stroke={colour} strokeOpacity={0.55} pointerEvents="none" />
      {seen && sharp && far !== null && far > sharp.near ? (
        <path
          d={hull(sharp.near, far)}
          fill="var(--verdigris)"
          fillOpacity={0.1}
          stroke="var(--verdigris)"
          strokeOpacity={0.5}
          strokeWidth={0.75}
          pointerEvents="none"
        >
          <title>Sharp</title>
        </path>
      ) : null}
      {seen ? (
        <path d={hull(state.focusDistance)} fill={colour} fillOpacity={0.12} stroke={colour} strokeDasharray="4 3" pointerEvents="none">
          <title>Focus plane</title>
        </path>
      ) : null}
      <g
        role="button"
        tabIndex={0}
        aria-label={`Select ${camera.name}`}
        onPointerDown={(event) => event.stopPropagation()}
        onClick={() => onSelect(camera.id)}
        onKeyDown={(event) => pressed(event, () => onSelect(camera.id))}
      >
        <Body state={state} page={page} colour={colour} />
      </g>
    </g>
  );
});
