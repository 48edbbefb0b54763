'use client';

import { area, curveLinear } from 'd3-shape';
import { memo, useRef, type KeyboardEvent } from 'react';
import { styled } from 'styled-components';
import { hueColour } from '../theme';
import { useFrameDrag, within, type Limits } from './frame-drag';
import { neighbours, type Lane, type Move, type Rivet } from './lanes';
import { LANE_HEIGHT } from './lane-height';
import type { Scale } from './row';

const BASE = LANE_HEIGHT - 9;
const TOP = 4;
const RIVET = 3.6;
const ANYWHERE: Limits = [-Infinity, Infinity];

/** A station or a move of a lane. */
export type LanePart = { kind: 'station'; owner: string; frame: number } | { kind: 'move'; owner: string; from: number; to: number };

export interface LaneActions {
  onPick(part: LanePart): void;
  /** Moves the keys at one frame to another. `gesture` is the same all through one drag. */
  onRetime(owner: string, from: number, to: number, gesture: string): void;
  onShift(owner: string, from: number, to: number, by: number, gesture: string): void;
  onRemove(owner: string, frame: number): void;
  /** Keys the whole lane at a frame. */
  onKey(owner: string, frame: number): void;
  /** Adds the keys at a frame to the selected ones, or takes them away. */
  onToggle(owner: string, frame: number): void;
  /** Moves all selected keys. */
  onShiftSelected(by: number, gesture: string): void;
  /** Puts a frame on a cue that it comes near to. */
  snap(frame: number): number;
}

const Track = styled.svg`
  display: block;
  width: 100%;
  height: ${LANE_HEIGHT}px;
  border-bottom: 1px solid var(--line);
  touch-action: none;
  overflow: hidden;
  [role='button'] {
    cursor: grab;
    outline: none;
  }
  [role='button']:focus-visible .outline {
    stroke: var(--verdigris);
    stroke-width: 2;
    stroke-opacity: 1;
  }
`;

const silhouettePath = area<number>()
  .x((_, i) => i)
  .y0(1)
  .y1((v) => 1 - v)
  .curve(curveLinear);

/** How far the keys from one frame to another may go: not past their neighbours, nor before the first frame. */
function limitsOf(lane: Lane, from: number, to: number): Limits {
  return [Math.max(0, neighbours(lane, from)[0] + 1) - from, neighbours(lane, to)[1] - 1 - to];
}

function RivetShape({ rivet, x, colour }: { rivet: Rivet; x: number; colour: string }) {
  const r = RIVET;
  return (
    <g transform={`translate(${x} ${BASE})`}>
      <circle className="outline" r={r + 3.2} fill="transparent" stroke={rivet.join === 'flowing' ? colour : 'none'} strokeWidth={1.2} />
      {rivet.join === 'held' ? (
        <path d={`M${-r * 0.35} ${-r}A${r} ${r} 0 1 1 ${-r * 0.35} ${r}Z`} fill={colour} />
      ) : (
        <circle r={r} fill={colour} />
      )}
    </g>
  );
}

function RivetHandle({
  lane,
  rivet,
  scale,
  picked,
  selected,
  actions,
}: {
  lane: Lane;
  rivet: Rivet;
  scale: Scale;
  picked: boolean;
  selected: boolean;
  actions: LaneActions;
}) {
  const start = useRef(rivet.frame);
  const drag = useFrameDrag(
    scale,
    (by, previous, gesture) =>
      selected
        ? actions.onShiftSelected(by - previous, gesture)
        : actions.onRetime(lane.id, start.current + previous, start.current + by, gesture),
    actions.snap,
  );
  const step = (event: KeyboardEvent, direction: -1 | 1) => {
    event.preventDefault();
    const by = within(direction * (event.shiftKey ? 10 : 1), limitsOf(lane, rivet.frame, rivet.frame));
    if (selected) actions.onShiftSelected(direction * (event.shiftKey ? 10 : 1), 'selected-keys');
    else if (by !== 0) actions.onRetime(lane.id, rivet.frame, rivet.frame + by, `rivet-keys-${lane.id}`);
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={picked || selected}
      aria-label={`${lane.label}, ${lane.holder}: key at frame ${rivet.frame}${rivet.join ? `, ${rivet.join}` : ''}`}
      {...drag.handlers}
      onPointerDown={(event) => {
        if (event.ctrlKey || event.metaKey || event.shiftKey) {
          event.stopPropagation();
          actions.onToggle(lane.id, rivet.frame);
          return;
        }
        start.current = rivet.frame;
        drag.begin(event, selected ? ANYWHERE : limitsOf(lane, rivet.frame, rivet.frame), rivet.frame);
        if (!selected) actions.onPick({ kind: 'station', owner: lane.id, frame: rivet.frame });
      }}
      onKeyDown={(event) => {
        if (event.key === 'ArrowLeft') step(event, -1);
        else if (event.key === 'ArrowRight') step(event, 1);
        else if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          if (event.ctrlKey || event.metaKey || event.shiftKey) actions.onToggle(lane.id, rivet.frame);
          else actions.onPick({ kind: 'station', owner: lane.id, frame: rivet.frame });
        } else if (event.key === 'Delete' || event.key === 'Backspace') {
          event.preventDefault();
          // The whole selection is removed by the command.
          if (selected) return;
          event.stopPropagation();
          actions.onRemove(lane.id, rivet.frame);
        }
      }}
    >
      <RivetShape rivet={rivet} x={scale(rivet.frame)} colour={picked || selected ? 'var(--verdigris)' : 'var(--text)'} />
    </g>
  );
}

function MoveBlock({
  lane,
  move,
  scale,
  picked,
  actions,
}: {
  lane: Lane;
  move: Move;
  scale: Scale;
  picked: boolean;
  actions: LaneActions;
}) {
  const start = useRef({ from: move.from, to: move.to });
  const drag = useFrameDrag(
    scale,
    (by, previous, gesture) => actions.onShift(lane.id, start.current.from + previous, start.current.to + previous, by - previous, gesture),
    actions.snap,
  );
  const x = scale(move.from);
  const width = Math.max(1, scale(move.to) - x);
  const colour = hueColour(lane.hue, 0.62);
  const resting = move.silhouette.every((speed) => speed < 1e-4);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={picked}
      aria-label={`${lane.label}, ${lane.holder}: move from frame ${move.from} to ${move.to}${move.label ? `, ${move.label}` : ''}`}
      {...drag.handlers}
      onPointerDown={(event) => {
        start.current = { from: move.from, to: move.to };
        drag.begin(event, limitsOf(lane, move.from, move.to), move.from);
        actions.onPick({ kind: 'move', owner: lane.id, from: move.from, to: move.to });
      }}
      onKeyDown={(event) => {
        const direction = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
        if (direction !== 0) {
          event.preventDefault();
          const shift = within(direction * (event.shiftKey ? 10 : 1), limitsOf(lane, move.from, move.to));
          if (shift !== 0) actions.onShift(lane.id, move.from, move.to, shift, `move-keys-${lane.id}`);
        } else if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          actions.onPick({ kind: 'move', owner: lane.id, from: move.from, to: move.to });
        }
      }}
    >
      <rect
        className="outline"
        x={x}
        y={TOP}
        width={width}
        height={BASE - TOP}
        fill={colour}
        fillOpacity={resting ? 0.06 : 0.16}
        stroke={picked ? 'var(--verdigris)' : 'none'}
      />
      <path
        transform={`translate(${x} ${TOP}) scale(${width / Math.max(1, move.silhouette.length - 1)} ${BASE - TOP})`}
        d={silhouettePath(move.silhouette) ?? ''}
        fill={colour}
        fillOpacity={0.85}
        pointerEvents="none"
      />
      <line x1={x} x2={x + width} y1={BASE} y2={BASE} stroke={colour} strokeWidth={1.5} />
      {width > 52 && move.label ? (
        <text
          x={x + width - 6}
          y={TOP + 12}
          textAnchor="end"
          fill="var(--text)"
          fontSize={11}
          fontFamily="var(--label)"
          pointerEvents="none"
        >
          {move.label}
        </text>
      ) : null}
    </g>
  );
}

/** Keyed colours as strips, keyed switches as bars, along the foot of the lane. */
function Feet({ lane, scale }: { lane: Lane; scale: Scale }) {
  const end = scale.range()[1] as number;
  return (
    <>
      {lane.strips.map(({ name, from, to, colours }, i) => (
        <g key={name} data-strip={name} transform={`translate(0 ${BASE + 2 + 4 * i})`} pointerEvents="none">
          {colours.map((colour, k) => {
            const width = Math.max(1, (scale(to) - scale(from)) / colours.length);
            return <rect key={k} x={scale(from) + k * width} width={width + 0.5} height={3} fill={colour} />;
          })}
        </g>
      ))}
      {lane.bars.map(({ name, spans }, i) => (
        <g key={name} data-bars={name} transform={`translate(0 ${BASE + 2 + 4 * (lane.strips.length + i)})`} pointerEvents="none">
          {spans.map(({ from, to }) => (
            <rect key={from} x={scale(from)} width={Math.max(1, Math.min(end, scale(to)) - scale(from))} height={3} fill="var(--dim)" />
          ))}
        </g>
      ))}
    </>
  );
}

/** One lane: its moves and rivets. */
export const LaneTrack = memo(function LaneTrack({
  lane,
  scale,
  pick,
  selected,
  actions,
}: {
  lane: Lane;
  scale: Scale;
  pick: LanePart | null;
  selected: readonly number[];
  actions: LaneActions;
}) {
  const own = pick?.owner === lane.id ? pick : null;
  return (
    <Track
      aria-label={`${lane.label}, ${lane.holder}`}
      onDoubleClick={(event) => {
        if (event.target !== event.currentTarget) return;
        const left = event.currentTarget.getBoundingClientRect().left;
        actions.onKey(lane.id, Math.max(0, Math.round(scale.invert(event.clientX - left))));
      }}
    >
      <Feet lane={lane} scale={scale} />
      {lane.moves.map((move, i) => (
        <MoveBlock
          key={i}
          lane={lane}
          move={move}
          scale={scale}
          picked={own?.kind === 'move' && own.from === move.from && own.to === move.to}
          actions={actions}
        />
      ))}
      {lane.rivets.map((rivet, i) => (
        <RivetHandle
          key={i}
          lane={lane}
          rivet={rivet}
          scale={scale}
          picked={own?.kind === 'station' && own.frame === rivet.frame}
          selected={selected.includes(rivet.frame)}
          actions={actions}
        />
      ))}
    </Track>
  );
});
