'use client';

import { memo } from 'react';
import { gridStep, type PlanPoint, type PlanWindow, type Projection } from './plan-geometry';

/** Lines a step apart over the whole page, those through the origin stronger. */
function Flat({ window: { centre, scale }, width, height }: { window: PlanWindow; width: number; height: number }) {
  const step = gridStep(scale);
  const lines = [];
  const x0 = centre[0] - width / 2 / scale;
  const y0 = centre[1] - height / 2 / scale;
  for (let x = Math.ceil(x0 / step) * step; x < x0 + width / scale; x += step) {
    const at = (x - x0) * scale;
    lines.push(<line key={`x${x}`} x1={at} x2={at} y1={0} y2={height} strokeOpacity={Math.abs(x) < step / 2 ? 1 : 0.45} />);
  }
  for (let y = Math.ceil(y0 / step) * step; y < y0 + height / scale; y += step) {
    const at = (y - y0) * scale;
    lines.push(<line key={`y${y}`} x1={0} x2={width} y1={at} y2={at} strokeOpacity={Math.abs(y) < step / 2 ? 1 : 0.45} />);
  }
  return lines;
}

/** Lines on the level of the origin, seen from outside. */
function Level({ plane, toPage, step }: { plane: Projection; toPage: (p: PlanPoint) => PlanPoint; step: number }) {
  const reach = 10 * step;
  return Array.from({ length: 21 }, (_, i) => {
    const at = (i - 10) * step;
    const [a, b, c, d] = (
      [
        [at, 0, -reach],
        [at, 0, reach],
        [-reach, 0, at],
        [reach, 0, at],
      ] as const
    ).map((p) => toPage(plane.point(p))) as [PlanPoint, PlanPoint, PlanPoint, PlanPoint];
    return (
      <g key={i} strokeOpacity={i === 10 ? 1 : 0.45}>
        <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
        <line x1={c[0]} y1={c[1]} x2={d[0]} y2={d[1]} />
      </g>
    );
  });
}

export const Grid = memo(function Grid({
  plane,
  toPage,
  window,
  width,
  height,
}: {
  plane: Projection;
  toPage: (p: PlanPoint) => PlanPoint;
  window: PlanWindow;
  width: number;
  height: number;
}) {
  return (
    <g stroke="var(--line)" shapeRendering={plane.from === 'outside' ? undefined : 'crispEdges'}>
      {plane.from === 'outside' ? (
        <Level plane={plane} toPage={toPage} step={gridStep(window.scale)} />
      ) : (
        <Flat window={window} width={width} height={height} />
      )}
    </g>
  );
});
