'use client';

import { scaleLinear } from 'd3-scale';
import { useCallback } from 'react';
import { PRIMARY_TARGETS, SKIN_DEGREES, VECTOR_BINS, type Scopes } from '@/core/finish/scopes';
import { radians } from '@/core/space/angle';
import { drawDensity } from './density';
import { ScopeFrame } from './scope-frame';

const across = scaleLinear([-0.5, 0.5], [0, 200]);
const up = scaleLinear([-0.5, 0.5], [200, 0]);
const COLOUR = [0.8, 0.95, 0.8] as const;
const SKIN = 0.45;

/** Colour differences: how strong colours are, and which. Boxes are the primaries at three quarters; the line is where skin lies. */
export function Vectorscope({ scopes }: { scopes: Scopes }) {
  const draw = useCallback(
    (canvas: HTMLCanvasElement) =>
      drawDensity(canvas, VECTOR_BINS, [
        { counts: scopes.vectors, colour: COLOUR, from: 0, wide: VECTOR_BINS, at: (x, y) => (VECTOR_BINS - 1 - y) * VECTOR_BINS + x },
      ]),
    [scopes],
  );
  const turn = radians(SKIN_DEGREES);
  return (
    <ScopeFrame label="Vectorscope" ratio={1} draw={draw}>
      <circle cx={100} cy={100} r={99} fill="none" stroke="#333" strokeWidth={0.6} />
      <line x1={0} x2={200} y1={100} y2={100} stroke="#2c2c2c" strokeWidth={0.6} />
      <line x1={100} x2={100} y1={0} y2={200} stroke="#2c2c2c" strokeWidth={0.6} />
      <line
        x1={100}
        y1={100}
        x2={across(SKIN * Math.cos(turn))}
        y2={up(SKIN * Math.sin(turn))}
        stroke="#c98f6b"
        strokeWidth={0.8}
        strokeDasharray="4 3"
      />
      {PRIMARY_TARGETS.map(({ name, cb, cr }) => (
        <g key={name}>
          <rect x={across(cb) - 5} y={up(cr) - 5} width={10} height={10} fill="none" stroke="#6c6c6c" strokeWidth={0.7} />
          <text x={across(cb) + 7} y={up(cr) + 3}>
            {name}
          </text>
        </g>
      ))}
    </ScopeFrame>
  );
}
