'use client';

import { scaleLinear } from 'd3-scale';
import { useCallback } from 'react';
import type { Scopes } from '@/core/finish/scopes';
import { drawDensity, type Layer } from './density';
import { ScopeFrame } from './scope-frame';

const RATIO = 1.35;
const up = scaleLinear([0, 255], [200 / RATIO - 2, 2]);
const WHITE = [0.85, 0.9, 0.85] as const;
const COLOURS = [
  [1, 0.25, 0.2],
  [0.25, 0.9, 0.3],
  [0.35, 0.5, 1],
] as const;

/** Code values of the picture over its width: of luma, or of red, green and blue beside one another. */
export function Waveform({ scopes, parade }: { scopes: Scopes; parade: boolean }) {
  const draw = useCallback(
    (canvas: HTMLCanvasElement) => {
      const { columns } = scopes;
      const shown = parade
        ? scopes.parade.map((counts, k) => ({ counts, colour: COLOURS[k] as Layer['colour'], from: k * columns }))
        : [{ counts: scopes.luma, colour: WHITE, from: 0 }];
      const at = (x: number, y: number) => x * 256 + 255 - y;
      drawDensity(
        canvas,
        256,
        shown.map((each) => ({ ...each, wide: columns, at })),
      );
    },
    [scopes, parade],
  );
  return (
    <ScopeFrame label={parade ? 'Parade of red, green and blue' : 'Waveform of luma'} ratio={RATIO} draw={draw}>
      {up.ticks(4).map((value) => (
        <line key={value} x1={0} x2={200} y1={up(value)} y2={up(value)} stroke="#3c3c3c" strokeWidth={0.5} />
      ))}
      {[0, 64, 128, 192, 255].map((value) => (
        <text key={value} x={3} y={Math.min(200 / RATIO - 3, Math.max(9, up(value) - 2))}>
          {value}
        </text>
      ))}
    </ScopeFrame>
  );
}
