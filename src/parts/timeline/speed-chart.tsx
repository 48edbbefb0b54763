'use client';

import { area } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { memo } from 'react';
import type { Scale } from './row';

export const CHART_HEIGHT = 40;
const TOP = 4;

export interface Motion {
  frame: number;
  pixels: number;
  strobes: boolean;
}

/** Spans of frames that would strobe, each from its first frame to the one after its last. */
function strobing(motion: readonly Motion[]): [number, number][] {
  const spans: [number, number][] = [];
  motion.forEach(({ frame, strobes }, i) => {
    if (!strobes) return;
    const end = motion[i + 1]?.frame ?? frame + 1;
    const last = spans[spans.length - 1];
    if (last && last[1] === frame) last[1] = end;
    else spans.push([frame, end]);
  });
  return spans;
}

/** How fast things move in the picture, pixels a frame, and where that would be seen to strobe. */
export const SpeedChart = memo(function SpeedChart({ motion, scale }: { motion: readonly Motion[]; scale: Scale }) {
  const most = Math.max(1, ...motion.map(({ pixels }) => pixels));
  const up = scaleLinear([0, most], [CHART_HEIGHT - 1, TOP]);
  const path = area<Motion>()
    .x(({ frame }) => scale(frame))
    .y0(CHART_HEIGHT - 1)
    .y1(({ pixels }) => up(pixels));
  const spans = strobing(motion);
  const said = spans.map(([a, b]) => `${a} to ${b - 1}`).join(', ');
  return (
    <svg
      className="track"
      role="img"
      aria-label={
        `Motion in the picture: at most ${most.toFixed(0)} pixels a frame. ` +
        `${said ? `It would strobe at frames ${said}.` : 'Nothing would strobe.'}`
      }
    >
      {spans.map(([a, b]) => (
        <g key={a}>
          <rect
            x={scale(a - 0.5)}
            y={0}
            width={Math.max(1, scale(b - 0.5) - scale(a - 0.5))}
            height={CHART_HEIGHT}
            fill="var(--coral)"
            fillOpacity={0.16}
          />
          <rect x={scale(a - 0.5)} y={0} width={Math.max(1, scale(b - 0.5) - scale(a - 0.5))} height={2.5} fill="var(--coral)" />
        </g>
      ))}
      <path d={path([...motion]) ?? ''} fill="var(--dim)" fillOpacity={0.35} stroke="var(--dim)" strokeWidth={1} />
    </svg>
  );
});
