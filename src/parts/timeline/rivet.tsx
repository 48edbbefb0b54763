'use client';

import { useRef, type KeyboardEvent } from 'react';
import { useFrameDrag, within, type Limits } from './frame-drag';
import { BASE, limitsOf, type LaneActions } from './lane-actions';
import type { Lane, Rivet } from './lanes';
import type { Scale } from './row';

const RADIUS = 3.6;
const ANYWHERE: Limits = [-Infinity, Infinity];

function RivetShape({ rivet, x, colour }: { rivet: Rivet; x: number; colour: string }) {
  const r = RADIUS;
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

/** A key that is dragged along its lane, alone or with all that are selected. */
export function RivetHandle({
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
