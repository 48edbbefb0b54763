'use client';

import { area } from 'd3-shape';
import { memo, useMemo, useRef, type KeyboardEvent } from 'react';
import { useFrameDrag } from './frame-drag';
import type { Scale } from './row';

export const CUE_HEIGHT = 34;
const MIDDLE = 20;
const LOUD = 13;

export interface CuePin {
  id: string;
  frame: number;
  name: string;
}

/** A waveform over time: lowest and highest value of each stretch of the sound, -1 to 1. */
export interface Waveform {
  /** Frame at which it begins, and frames that one stretch is long. */
  from: number;
  framesPerStretch: number;
  lows: Float32Array;
  highs: Float32Array;
}

export interface CueActions {
  onSelect(id: string): void;
  onMove(id: string, to: number, gesture: string): void;
  onAdd(frame: number): void;
  onRemove(id: string): void;
}

function Pin({ cue, scale, selected, actions }: { cue: CuePin; scale: Scale; selected: boolean; actions: CueActions }) {
  const start = useRef(cue.frame);
  const drag = useFrameDrag(scale, (by, _, gesture) => actions.onMove(cue.id, start.current + by, gesture));
  const x = scale(cue.frame);
  const keyed = (event: KeyboardEvent) => {
    const direction = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (direction !== 0) {
      event.preventDefault();
      actions.onMove(cue.id, cue.frame + direction * (event.shiftKey ? 10 : 1), `cue-keys-${cue.id}`);
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      actions.onSelect(cue.id);
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      event.stopPropagation();
      actions.onRemove(cue.id);
    }
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`Cue ${cue.name ? `“${cue.name}” ` : ''}at frame ${Math.round(cue.frame * 10) / 10}`}
      {...drag.handlers}
      onPointerDown={(event) => {
        start.current = cue.frame;
        actions.onSelect(cue.id);
        drag.begin(event, [-Infinity, Infinity]);
      }}
      onKeyDown={keyed}
    >
      <line x1={x} x2={x} y1={7} y2={CUE_HEIGHT} stroke="var(--brass)" strokeOpacity={0.55} />
      <path
        className="outline"
        d={`M${x - 4.5} 1H${x + 4.5}V5L${x} 10L${x - 4.5} 5Z`}
        fill={selected ? 'var(--verdigris)' : 'var(--brass)'}
        stroke="transparent"
      />
      <rect x={x - 6} y={0} width={12} height={CUE_HEIGHT} fill="transparent" />
      {cue.name ? (
        <text x={x + 7} y={9} fill="var(--brass)" fontSize={10.5} fontFamily="var(--label)">
          {cue.name}
        </text>
      ) : null}
    </g>
  );
}

/** The sound's waveform and the cues over it. A double press sets a cue. */
export const CueTrack = memo(function CueTrack({
  cues,
  waveform,
  scale,
  selected,
  actions,
}: {
  cues: readonly CuePin[];
  waveform: Waveform | null;
  scale: Scale;
  selected: string | null;
  actions: CueActions;
}) {
  const path = useMemo(() => {
    if (!waveform) return '';
    const [first, last] = scale.domain() as [number, number];
    const at = (i: number) => waveform.from + i * waveform.framesPerStretch;
    const a = Math.max(0, Math.floor((first - waveform.from) / waveform.framesPerStretch) - 1);
    const b = Math.min(waveform.lows.length, Math.ceil((last - waveform.from) / waveform.framesPerStretch) + 1);
    // No more points than pixels: the extremes of those that fall on one.
    const perPixel = Math.max(1, Math.floor((b - a) / Math.max(1, scale(last) - scale(first))));
    const points: [number, number, number][] = [];
    for (let i = a; i < b; i += perPixel) {
      let [low, high] = [1, -1];
      for (let k = i; k < Math.min(b, i + perPixel); k++)
        [low, high] = [Math.min(low, waveform.lows[k] as number), Math.max(high, waveform.highs[k] as number)];
      points.push([scale(at(i)), MIDDLE - low * LOUD, MIDDLE - high * LOUD]);
    }
    return (
      area<[number, number, number]>()
        .x(([x]) => x)
        .y0(([, y]) => y + 0.3)
        .y1(([, , y]) => y - 0.3)(points) ?? ''
    );
  }, [waveform, scale]);
  return (
    <svg
      className="track"
      role="group"
      aria-label="Cues"
      onDoubleClick={(event) => {
        if (event.target !== event.currentTarget && (event.target as Element).tagName !== 'path') return;
        actions.onAdd(Math.max(0, Math.round(scale.invert(event.clientX - event.currentTarget.getBoundingClientRect().left))));
      }}
    >
      {path ? <path d={path} fill="var(--dim)" fillOpacity={0.55} data-testid="waveform" /> : null}
      {cues.map((cue) => (
        <Pin key={cue.id} cue={cue} scale={scale} selected={selected === cue.id} actions={actions} />
      ))}
    </svg>
  );
});
