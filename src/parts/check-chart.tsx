'use client';

import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { CheckChart as Chart } from '@/core/check/verdict';

const WIDTH = 600;
const HEIGHT = 56;

/** A figure over the frames, with the level that it is held to. */
export function CheckChart({ chart, length, playhead }: { chart: Chart; length: number; playhead: number }) {
  const { frames, values, limit, label } = chart;
  const most = Math.max(...values, limit ? 1.2 * limit.value : 0, 1e-6);
  const least = Math.min(0, ...values);
  const across = scaleLinear([0, Math.max(1, length - 1)], [0, WIDTH]);
  const up = scaleLinear([least, most], [HEIGHT - 2, 4]);
  const path = line<number>()
    .x((i) => across(frames[i] as number))
    .y((i) => up(values[i] as number))(frames.map((_, i) => i));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
      style={{ width: '100%', height: HEIGHT, background: 'var(--well)', borderRadius: 2, display: 'block' }}
    >
      {limit ? (
        <line
          x1={0}
          x2={WIDTH}
          y1={up(limit.value)}
          y2={up(limit.value)}
          stroke={limit.isLeast ? 'var(--verdigris)' : 'var(--coral)'}
          strokeDasharray="4 3"
          vectorEffect="non-scaling-stroke"
        />
      ) : null}
      <path d={path ?? ''} fill="none" stroke="var(--text)" strokeWidth={1} vectorEffect="non-scaling-stroke" />
      <line
        x1={across(playhead)}
        x2={across(playhead)}
        y1={0}
        y2={HEIGHT}
        stroke="var(--brass)"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
