'use client';

import { area, curveLinear } from 'd3-shape';
import { useRef } from 'react';
import { hueColour } from '../theme';
import { useFrameDrag, within } from './frame-drag';
import { BASE, limitsOf, TOP, type LaneActions } from './lane-actions';
import type { Lane, Move } from './lanes';
import type { Scale } from './row';

const silhouettePath = area<number>()
  .x((_, i) => i)
  .y0(1)
  .y1((v) => 1 - v)
  .curve(curveLinear);

/** A move: a block whose fill is its speed. */
export function MoveBlock({
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
