'use client';

import { line } from 'd3-shape';
import type { Vec3 } from '@/core/space/vector';
import type { OnPage } from './plan-camera';
import type { PlanPoint } from './plan-geometry';

const polyline = line<PlanPoint>();

/** A flight that is planned: its stops by their numbers, and the way from one to the next. */
export function Planned({ places, page: { plane, toPage } }: { places: readonly Vec3[]; page: OnPage }) {
  const points = places.map((place) => toPage(plane.point(place)));
  return (
    <g role="img" aria-label={`A visit of ${places.length} stops`} pointerEvents="none">
      <path d={polyline([...points]) ?? ''} fill="none" stroke="var(--brass)" strokeWidth={1.5} strokeDasharray="5 4" />
      {points.map(([x, y], i) => (
        <g key={i} transform={`translate(${x},${y})`}>
          <circle r={8} fill="var(--well)" stroke="var(--brass)" strokeWidth={1.5} />
          <text textAnchor="middle" dy={4}>
            {i + 1}
          </text>
        </g>
      ))}
    </g>
  );
}
