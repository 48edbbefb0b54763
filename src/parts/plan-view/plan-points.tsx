'use client';

import { line } from 'd3-shape';
import type { PointerEvent } from 'react';
import { add, type Vec3 } from '@/core/space/vector';
import { hueColour } from '../theme';
import { Handle, type OnPage } from './plan-camera';
import type { PlanPoint } from './plan-geometry';

/** What is drawn by hand, as the plan shows it. */
export interface PlanPoints {
  hue: number;
  of: string;
  places: readonly Vec3[];
  isClosed: boolean;
  /** Whether pressing puts points. */
  draws: boolean;
  /** Ways of the page are a metre across it and down it, in the world. */
  onPut: (place: Vec3, across: Vec3, down: Vec3) => void;
  onMove: (index: number, place: Vec3, across: Vec3, down: Vec3, gesture: string) => void;
}

const polyline = line<PlanPoint>();

/** Points that are put and dragged in the plan. */
export function PlanHandPoints({ points, page }: { points: PlanPoints; page: OnPage }) {
  const { plane, toPage, scale } = page;
  const ways = [plane.shift(1, 0), plane.shift(0, 1)] as const;
  const put = (event: PointerEvent<SVGRectElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = toPage([0, 0]);
    points.onPut(plane.shift((event.clientX - box.left - x) / scale, (event.clientY - box.top - y) / scale), ...ways);
  };
  const drawn = points.places.map((place) => toPage(plane.point(place)));
  return (
    <>
      <path
        d={`${polyline(drawn) ?? ''}${points.isClosed ? 'Z' : ''}`}
        fill="none"
        stroke={hueColour(points.hue)}
        strokeOpacity={0.6}
        pointerEvents="none"
      />
      {points.draws ? <rect width="100%" height="100%" fill="transparent" style={{ cursor: 'crosshair' }} onPointerDown={put} /> : null}
      {points.places.map((place, i) => (
        <Handle
          key={i}
          label={`Point ${i + 1} of the ${points.of}`}
          at={place}
          page={page}
          radius={4.5}
          fill={hueColour(points.hue)}
          stroke="var(--well)"
          onMove={(by, gesture) => points.onMove(i, add(place, by), ...ways, gesture)}
        />
      ))}
    </>
  );
}
