'use client';

import { scaleLinear, scaleSqrt } from 'd3-scale';
import { area, curveStepAfter } from 'd3-shape';
import type { Scopes } from '@/core/finish/scopes';

const [WIDTH, HEIGHT] = [200, 110];
const COLOURS = ['#ff5c50', '#4fd75c', '#5f8cff', '#d8d8d8'];
const across = scaleLinear([0, 256], [0, WIDTH]);

/** How often each code value comes. */
export function Histogram({ scopes }: { scopes: Scopes }) {
  // The ends are left out of its height: black bars would press all else flat.
  const most = Math.max(1, ...scopes.histogram.flatMap((counts) => [...counts.slice(2, 254)]));
  const up = scaleSqrt([0, most], [HEIGHT, 4]).clamp(true);
  const shape = area<number>()
    .x((_, i) => across(i))
    .y0(HEIGHT)
    .y1((count) => up(count))
    .curve(curveStepAfter);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="Histogram of red, green, blue and luma"
      style={{ width: '100%', background: '#0b0b0b', borderRadius: 2, display: 'block' }}
    >
      {[64, 128, 192].map((value) => (
        <line key={value} x1={across(value)} x2={across(value)} y1={0} y2={HEIGHT} stroke="#333" strokeWidth={0.5} />
      ))}
      {scopes.histogram.map((counts, k) => (
        <path
          key={COLOURS[k]}
          d={shape([...counts]) ?? ''}
          fill={COLOURS[k]}
          fillOpacity={k === 3 ? 0 : 0.35}
          stroke={k === 3 ? COLOURS[k] : 'none'}
          strokeWidth={0.7}
        />
      ))}
    </svg>
  );
}
