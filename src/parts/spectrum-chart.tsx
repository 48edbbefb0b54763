'use client';

import { area } from 'd3-shape';
import { scaleLinear, scaleLog } from 'd3-scale';
import type { SpectrumLine } from '@/core/motion/spectrum';

const WIDTH = 222;
const HEIGHT = 74;
const FOOT = 14;

/**
 * A spectrum: how much of each frequency, from slow sway at the left to tremor at the right. Each curve is as high as its greatest line.
 */
export function SpectrumChart({
  curves,
  label,
}: {
  curves: readonly { name: string; colour: string; lines: readonly SpectrumLine[] }[];
  label: string;
}) {
  const across = scaleLog([0.08, 40], [0, WIDTH]).clamp(true);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={label}
      style={{ width: '100%', background: 'var(--well)', borderRadius: 2, margin: '6px 0 2px' }}
    >
      {[0.1, 1, 10].map((hz) => (
        <g key={hz}>
          <line x1={across(hz)} x2={across(hz)} y1={0} y2={HEIGHT - FOOT} stroke="var(--line)" />
          <text x={across(hz) + 2} y={HEIGHT - 3} fill="var(--faint)" fontSize={10} fontFamily="var(--mono)">
            {hz} Hz
          </text>
        </g>
      ))}
      {curves.map(({ name, colour, lines }, i) => {
        const up = scaleLinear([0, Math.max(1e-12, ...lines.map(({ amplitude }) => amplitude))], [HEIGHT - FOOT, 6]);
        const path = area<SpectrumLine>()
          .x(({ frequency }) => across(frequency))
          .y0(HEIGHT - FOOT)
          .y1(({ amplitude }) => up(amplitude));
        return (
          <g key={name}>
            <path
              d={path(lines.filter(({ frequency }) => frequency < 40)) ?? ''}
              fill={colour}
              fillOpacity={0.22}
              stroke={colour}
              strokeWidth={0.8}
            />
            <text x={WIDTH - 4} y={12 + 11 * i} textAnchor="end" fill={colour} fontSize={10.5} fontFamily="var(--label)">
              {name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
