'use client';

import { memo, useRef, type KeyboardEvent } from 'react';
import { shortText } from '@/core/schema/text';
import { hueColour } from '../theme';
import { useFrameDrag } from './frame-drag';
import type { Scale } from './row';

export const SHOT_HEIGHT = 26;
/** Width of a letter of a shot's name, about, pixels. */
const LETTER_WIDTH = 6;

/** A span of the production seen by one camera. */
export interface ShotBlock {
  id: string;
  name: string;
  camera: string;
  hue: number;
  from: number;
  to: number;
  /** Frames in which it is carried from the one before; 0 for a cut. */
  carry: number;
}

export interface ShotActions {
  onSelect(id: string): void;
  /** Moves where a shot begins. `gesture` is the same all through one drag. */
  onMove(id: string, to: number, gesture: string): void;
  onRemove(id: string): void;
  snap(frame: number): number;
}

function Shot({
  shot,
  index,
  before,
  scale,
  selected,
  actions,
}: {
  shot: ShotBlock;
  index: number;
  before: ShotBlock | undefined;
  scale: Scale;
  selected: boolean;
  actions: ShotActions;
}) {
  const start = useRef(shot.from);
  const drag = useFrameDrag(scale, (by, _, gesture) => actions.onMove(shot.id, start.current + by, gesture), actions.snap);
  const x = scale(shot.from);
  const width = Math.max(1, scale(shot.to) - x);
  const colour = hueColour(shot.hue);
  const carried = Math.min(width, scale(shot.from + shot.carry) - x);
  const title = shot.name || `Shot ${index + 1}`;
  const room = Math.max(2, Math.floor((width - carried - 14) / LETTER_WIDTH));
  const keyed = (event: KeyboardEvent) => {
    const direction = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (direction !== 0 && index > 0) {
      event.preventDefault();
      actions.onMove(shot.id, shot.from + direction * (event.shiftKey ? 10 : 1), `shot-keys-${shot.id}`);
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      actions.onSelect(shot.id);
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && index > 0) {
      event.preventDefault();
      event.stopPropagation();
      actions.onRemove(shot.id);
    }
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={
        `${title}, ${shot.camera}: frames ${shot.from} to ${shot.to - 1}` +
        `${index === 0 ? '' : shot.carry > 0 ? `, carried over ${shot.carry} frames` : ', cut'}`
      }
      onKeyDown={keyed}
      onPointerDown={(event) => {
        event.stopPropagation();
        actions.onSelect(shot.id);
      }}
    >
      <rect
        className="outline"
        x={x + 0.5}
        y={3}
        width={Math.max(0, width - 1)}
        height={SHOT_HEIGHT - 7}
        fill="var(--raised)"
        stroke={selected ? 'var(--verdigris)' : 'none'}
      />
      <rect x={x + 0.5} y={3} width={Math.max(0, width - 1)} height={3} fill={colour} />
      {before && shot.carry > 0 ? (
        <path d={`M${x} 3H${x + carried}L${x} ${SHOT_HEIGHT - 4}Z`} fill={hueColour(before.hue)} fillOpacity={0.75} />
      ) : null}
      <text x={x + Math.max(carried, 0) + 7} y={18} fill="var(--text)" fontSize={12} fontFamily="var(--label)">
        {width - carried > 46 ? shortText(title, room) : index + 1}
        {width - carried > 130 ? <tspan fill="var(--faint)"> · {shortText(shot.camera, room - title.length - 3)}</tspan> : null}
      </text>
      {index > 0 ? (
        <g
          {...drag.handlers}
          onPointerDown={(event) => {
            start.current = shot.from;
            actions.onSelect(shot.id);
            drag.begin(event, [-Infinity, Infinity], shot.from);
          }}
          style={{ cursor: 'ew-resize' }}
        >
          <rect x={x - 5} y={0} width={10} height={SHOT_HEIGHT} fill="transparent" />
          <line x1={x} x2={x} y1={1} y2={SHOT_HEIGHT - 2} stroke="var(--text)" strokeWidth={1.5} />
        </g>
      ) : null}
    </g>
  );
}

/** The shots in their order; where one begins can be dragged. */
export const ShotTrack = memo(function ShotTrack({
  shots,
  scale,
  selected,
  actions,
}: {
  shots: readonly ShotBlock[];
  scale: Scale;
  selected: string | null;
  actions: ShotActions;
}) {
  return (
    <svg className="track" role="group" aria-label="Shots">
      {shots.map((shot, i) => (
        <Shot key={shot.id} shot={shot} index={i} before={shots[i - 1]} scale={scale} selected={selected === shot.id} actions={actions} />
      ))}
    </svg>
  );
});
