'use client';

import type { ScaleLinear } from 'd3-scale';
import { memo, useRef, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import type { RateName } from '@/core/time/rate';
import { formatShortTimecode, formatTimecode } from '@/core/time/timecode';
import { EDGE, rulerSteps, type Span } from './time-scale';

export const RULER_HEIGHT = 24;

const Strip = styled.svg`
  display: block;
  width: 100%;
  height: ${RULER_HEIGHT}px;
  touch-action: none;
  cursor: ew-resize;
  outline-offset: -2px;
  text {
    font: 11px var(--mono);
    fill: var(--dim);
    pointer-events: none;
  }
`;

const Ticks = memo(function Ticks({
  scale,
  span,
  rate,
  last,
}: {
  scale: ScaleLinear<number, number>;
  span: Span;
  rate: RateName;
  last: number;
}) {
  const perFrame = Math.abs(scale(1) - scale(0));
  const { labelled, all } = rulerSteps(rate, perFrame);
  const ticks = [];
  for (let frame = Math.ceil(span.from / all) * all; frame <= Math.min(last, span.to); frame += all) {
    const x = scale(frame);
    const named = frame % labelled === 0;
    ticks.push(
      <g key={frame}>
        <line x1={x} x2={x} y1={named ? 11 : 18} y2={RULER_HEIGHT} stroke="var(--line-strong)" />
        {named ? (
          <text x={x + 4} y={14}>
            {formatShortTimecode(frame, rate)}
          </text>
        ) : null}
      </g>,
    );
  }
  return <>{ticks}</>;
});

/** The ruler of the timeline. Dragging on it scrubs; arrow keys step. */
export function Ruler({
  scale,
  span,
  rate,
  playhead,
  last,
  onSeek,
  onScrub,
}: {
  scale: ScaleLinear<number, number>;
  span: Span;
  rate: RateName;
  playhead: number;
  last: number;
  onSeek: (frame: number) => void;
  /** Called when scrubbing begins (true) and ends (false). */
  onScrub: (on: boolean) => void;
}) {
  const scrubbing = useRef(false);
  const seekTo = (event: PointerEvent<SVGSVGElement>) => {
    const left = event.currentTarget.getBoundingClientRect().left;
    onSeek(Math.max(0, Math.min(last, Math.round(scale.invert(event.clientX - left)))));
  };
  const end = () => {
    if (!scrubbing.current) return;
    scrubbing.current = false;
    onScrub(false);
  };
  const outside = playhead < span.from ? 'before' : playhead > span.to ? 'after' : null;
  const time = formatShortTimecode(Math.round(playhead), rate);
  const text = outside === 'before' ? `‹ ${time}` : outside === 'after' ? `${time} ›` : time;
  const half = text.length * 3.4 + 7;
  const x = scale(playhead);
  const [left, right] = scale.range() as [number, number];
  const badge = Math.max(left - EDGE + half, Math.min(right + EDGE - half, x));
  return (
    <Strip
      role="slider"
      tabIndex={0}
      aria-label="Playhead"
      aria-valuemin={0}
      aria-valuemax={last}
      aria-valuenow={Math.round(playhead)}
      aria-valuetext={`${formatTimecode(Math.round(playhead), rate)}${outside ? `, ${outside} what is shown` : ''}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        scrubbing.current = true;
        onScrub(true);
        seekTo(event);
      }}
      onPointerMove={(event) => {
        if (scrubbing.current) seekTo(event);
      }}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <Ticks scale={scale} span={span} rate={rate} last={last} />
      <line x1={0} x2="100%" y1={RULER_HEIGHT - 0.5} y2={RULER_HEIGHT - 0.5} stroke="var(--line)" />
      <rect
        x={badge - half + 0.5}
        y={2.5}
        width={2 * half - 1}
        height={16}
        rx={2}
        fill={outside ? 'var(--panel)' : 'var(--brass)'}
        stroke="var(--brass)"
      />
      <text
        x={badge}
        y={14.5}
        textAnchor="middle"
        data-testid="playhead-time"
        style={{ fill: outside ? 'var(--brass)' : 'var(--on-brass)', fontWeight: 600 }}
      >
        {text}
      </text>
    </Strip>
  );
}
