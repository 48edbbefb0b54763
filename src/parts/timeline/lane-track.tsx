'use client';

import { area, curveLinear } from 'd3-shape';
import type { ScaleLinear } from 'd3-scale';
import { memo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { hueColour } from '../theme';
import { neighbours, type Lane, type Move, type Rivet } from './lanes';

export const LANE_HEIGHT = 36;
const BASE = LANE_HEIGHT - 9;
const TOP = 4;
const RIVET = 3.6;

/** A station or a move of a lane. */
export type LanePart = { kind: 'station'; group: string; frame: number } | { kind: 'move'; group: string; from: number; to: number };

export interface LaneActions {
  onPick(part: LanePart): void;
  /** Moves the keys at one frame to another. `gesture` is the same all through one drag. */
  onRetime(group: string, from: number, to: number, gesture: string): void;
  onShift(group: string, from: number, to: number, by: number, gesture: string): void;
  onRemove(group: string, frame: number): void;
  /** Keys the whole lane at a frame. */
  onKey(group: string, frame: number): void;
}

const Track = styled.svg`
  display: block;
  width: 100%;
  height: ${LANE_HEIGHT}px;
  border-bottom: 1px solid var(--line);
  touch-action: none;
  overflow: hidden;
  [role='button'] { cursor: grab; outline: none; }
  [role='button']:focus-visible .outline { stroke: var(--verdigris); stroke-width: 2; stroke-opacity: 1; }
`;

const silhouettePath = area<number>()
  .x((_, i) => i)
  .y0(1)
  .y1((v) => 1 - v)
  .curve(curveLinear);

let gestures = 0;

/** Least and greatest number of frames to move by. */
type Limits = readonly [number, number];
const within = (by: number, [low, high]: Limits) => Math.max(low, Math.min(high, by));

interface Drag {
  x: number;
  gesture: string;
  /** Frames moved so far. */
  by: number;
}

/**
 * Dragging along the timeline in whole frames, between limits that are taken when the drag begins.
 * @param onBy called with the frames moved in all and those before this step
 */
function useFrameDrag(scale: ScaleLinear<number, number>, onBy: (by: number, previous: number, gesture: string) => void) {
  const drag = useRef<(Drag & { limits: Limits }) | null>(null);
  return {
    begin: (event: PointerEvent<SVGGElement>, limits: Limits) => {
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { x: event.clientX, by: 0, gesture: `timeline-${++gestures}`, limits };
    },
    handlers: {
      onPointerMove: (event: PointerEvent<SVGGElement>) => {
        const from = drag.current;
        if (!from) return;
        const by = within(Math.round(scale.invert(event.clientX) - scale.invert(from.x)), from.limits);
        if (by === from.by) return;
        onBy(by, from.by, from.gesture);
        from.by = by;
      },
      onPointerUp: () => {
        drag.current = null;
      },
      onPointerCancel: () => {
        drag.current = null;
      },
    },
  };
}

/** How far the keys from one frame to another may go: not past their neighbours, nor before the first frame. */
function limitsOf(lane: Lane, from: number, to: number): Limits {
  return [Math.max(0, neighbours(lane, from)[0] + 1) - from, neighbours(lane, to)[1] - 1 - to];
}

function RivetShape({ rivet, x, colour }: { rivet: Rivet; x: number; colour: string }) {
  const r = RIVET;
  return (
    <g transform={`translate(${x} ${BASE})`}>
      <circle className="outline" r={r + 3.2} fill="transparent" stroke={rivet.join === 'flowing' ? colour : 'none'} strokeWidth={1.2} />
      {rivet.join === 'held' ? <path d={`M${-r * 0.35} ${-r}A${r} ${r} 0 1 1 ${-r * 0.35} ${r}Z`} fill={colour} /> : <circle r={r} fill={colour} />}
    </g>
  );
}

function RivetHandle({ lane, rivet, scale, picked, actions }: { lane: Lane; rivet: Rivet; scale: ScaleLinear<number, number>; picked: boolean; actions: LaneActions }) {
  const start = useRef(rivet.frame);
  const drag = useFrameDrag(scale, (by, previous, gesture) => actions.onRetime(lane.id, start.current + previous, start.current + by, gesture));
  const step = (event: KeyboardEvent, direction: -1 | 1) => {
    event.preventDefault();
    const by = within(direction * (event.shiftKey ? 10 : 1), limitsOf(lane, rivet.frame, rivet.frame));
    if (by !== 0) actions.onRetime(lane.id, rivet.frame, rivet.frame + by, `rivet-keys-${lane.id}`);
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={picked}
      aria-label={`${lane.label}, ${lane.owner}: key at frame ${rivet.frame}${rivet.join ? `, ${rivet.join}` : ''}`}
      {...drag.handlers}
      onPointerDown={(event) => {
        start.current = rivet.frame;
        drag.begin(event, limitsOf(lane, rivet.frame, rivet.frame));
        actions.onPick({ kind: 'station', group: lane.id, frame: rivet.frame });
      }}
      onKeyDown={(event) => {
        if (event.key === 'ArrowLeft') step(event, -1);
        else if (event.key === 'ArrowRight') step(event, 1);
        else if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          actions.onPick({ kind: 'station', group: lane.id, frame: rivet.frame });
        } else if (event.key === 'Delete' || event.key === 'Backspace') {
          event.preventDefault();
          actions.onRemove(lane.id, rivet.frame);
        }
      }}
    >
      <RivetShape rivet={rivet} x={scale(rivet.frame)} colour={picked ? 'var(--verdigris)' : 'var(--text)'} />
    </g>
  );
}

function MoveBlock({ lane, move, scale, picked, actions }: { lane: Lane; move: Move; scale: ScaleLinear<number, number>; picked: boolean; actions: LaneActions }) {
  const start = useRef({ from: move.from, to: move.to });
  const drag = useFrameDrag(scale, (by, previous, gesture) => actions.onShift(lane.id, start.current.from + previous, start.current.to + previous, by - previous, gesture));
  const x = scale(move.from);
  const width = Math.max(1, scale(move.to) - x);
  const colour = hueColour(lane.hue, 0.62);
  const resting = move.silhouette.every((speed) => speed < 1e-4);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={picked}
      aria-label={`${lane.label}, ${lane.owner}: move from frame ${move.from} to ${move.to}${move.label ? `, ${move.label}` : ''}`}
      {...drag.handlers}
      onPointerDown={(event) => {
        start.current = { from: move.from, to: move.to };
        drag.begin(event, limitsOf(lane, move.from, move.to));
        actions.onPick({ kind: 'move', group: lane.id, from: move.from, to: move.to });
      }}
      onKeyDown={(event) => {
        const direction = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
        if (direction !== 0) {
          event.preventDefault();
          const shift = within(direction * (event.shiftKey ? 10 : 1), limitsOf(lane, move.from, move.to));
          if (shift !== 0) actions.onShift(lane.id, move.from, move.to, shift, `move-keys-${lane.id}`);
        } else if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          actions.onPick({ kind: 'move', group: lane.id, from: move.from, to: move.to });
        }
      }}
    >
      <rect className="outline" x={x} y={TOP} width={width} height={BASE - TOP} fill={colour} fillOpacity={resting ? 0.06 : 0.16} stroke={picked ? 'var(--verdigris)' : 'none'} />
      <path
        transform={`translate(${x} ${TOP}) scale(${width / Math.max(1, move.silhouette.length - 1)} ${BASE - TOP})`}
        d={silhouettePath(move.silhouette) ?? ''}
        fill={colour}
        fillOpacity={0.85}
        pointerEvents="none"
      />
      <line x1={x} x2={x + width} y1={BASE} y2={BASE} stroke={colour} strokeWidth={1.5} />
      {width > 52 && move.label ? (
        <text x={x + width - 6} y={TOP + 12} textAnchor="end" fill="var(--text)" fontSize={11} fontFamily="var(--label)" pointerEvents="none">
          {move.label}
        </text>
      ) : null}
    </g>
  );
}

/** One lane: its moves and rivets. */
export const LaneTrack = memo(function LaneTrack({ lane, scale, pick, actions }: { lane: Lane; scale: ScaleLinear<number, number>; pick: LanePart | null; actions: LaneActions }) {
  const own = pick?.group === lane.id ? pick : null;
  return (
    <Track
      aria-label={`${lane.label}, ${lane.owner}`}
      onDoubleClick={(event) => {
        if (event.target !== event.currentTarget) return;
        const left = event.currentTarget.getBoundingClientRect().left;
        actions.onKey(lane.id, Math.max(0, Math.round(scale.invert(event.clientX - left))));
      }}
    >
      {lane.moves.map((move, i) => (
        <MoveBlock key={i} lane={lane} move={move} scale={scale} picked={own?.kind === 'move' && own.from === move.from && own.to === move.to} actions={actions} />
      ))}
      {lane.rivets.map((rivet, i) => (
        <RivetHandle key={i} lane={lane} rivet={rivet} scale={scale} picked={own?.kind === 'station' && own.frame === rivet.frame} actions={actions} />
      ))}
    </Track>
  );
});
