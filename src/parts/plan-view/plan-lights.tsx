'use client';

import { line } from 'd3-shape';
import { memo } from 'react';
import type { Vec3 } from '@/core/space/vector';
import { Handle, type OnPage } from './plan-camera';
import { planHull, type PlanPoint } from './plan-geometry';

/** A light as the plot draws it. Places are in the world. */
export interface PlanLight {
  id: string;
  name: string;
  kind: 'sun' | 'area' | 'strip' | 'spot' | 'point';
  isOn: boolean;
  /** As it shines, CSS. */
  colour: string;
  at: Vec3;
  /** Where it shines to. */
  toward: Vec3 | null;
  /** Outline of what shines, and of the cone or spread that leaves it. */
  body: readonly Vec3[];
  throw: readonly Vec3[];
  /** Points by which it is aimed and sized, with what dragging them does. */
  grips: readonly { name: string; at: Vec3; onMove: (by: Vec3, gesture: string) => void }[];
}

const polyline = line<PlanPoint>();

/** Strokes that tell the kinds apart, in pixels about the middle of a light, shining to the right. */
const SIGNS: Record<PlanLight['kind'], string> = {
  sun:
    'M-6 0A6 6 0 1 0 6 0A6 6 0 1 0 -6 0ZM0 -9V-12M0 9V12M-9 0H-12M9 0H12' +
    'M6.4 -6.4L8.5 -8.5M-6.4 -6.4L-8.5 -8.5M6.4 6.4L8.5 8.5M-6.4 6.4L-8.5 8.5',
  area: 'M-4 -7H0V7H-4ZM0 0H6M3.5 -2.5L6 0L3.5 2.5',
  strip: 'M-2 -9H1V9H-2ZM1 -5H4M1 0H5M1 5H4',
  spot: 'M-7 -4H-2L5 -7V7L-2 4H-7Z',
  point: 'M-5 0A5 5 0 1 0 5 0A5 5 0 1 0 -5 0ZM-2 0A2 2 0 1 0 2 0A2 2 0 1 0 -2 0Z',
};

interface PlanLightsProps {
  lights: readonly PlanLight[];
  page: OnPage;
  selected: string | null;
  onSelect: (id: string) => void;
  /** Moves a light by metres in the world; `gesture` is the same all through one drag. */
  onMove: (id: string, by: Vec3, gesture: string) => void;
}

const Figure = memo(function Figure({
  light,
  page,
  selected,
  onSelect,
  onMove,
}: Omit<PlanLightsProps, 'lights' | 'selected'> & { light: PlanLight; selected: boolean }) {
  const { plane, toPage } = page;
  const place = (p: Vec3) => toPage(plane.point(p));
  const [x, y] = place(light.at);
  const hull = (points: readonly Vec3[]) => `${polyline(planHull(plane, points).map(toPage)) ?? ''}Z`;
  const [tx, ty] = light.toward ? place(light.toward) : [x, y];
  const turn = light.toward ? (Math.atan2(ty - y, tx - x) * 180) / Math.PI : 0;
  return (
    <g opacity={light.isOn ? 1 : 0.35}>
      {selected && light.throw.length > 1 ? (
        <path d={hull(light.throw)} fill={light.colour} fillOpacity={0.1} stroke={light.colour} strokeOpacity={0.4} pointerEvents="none" />
      ) : null}
      {light.toward ? (
        <line
          x1={x}
          y1={y}
          x2={tx}
          y2={ty}
          stroke={light.colour}
          strokeOpacity={selected ? 0.8 : 0.3}
          strokeDasharray="1 4"
          pointerEvents="none"
        />
      ) : null}
      {light.body.length > 1 ? (
        <path d={hull(light.body)} fill="none" stroke={light.colour} strokeWidth={selected ? 3 : 2} pointerEvents="none" />
      ) : null}
      <g transform={`translate(${x} ${y}) rotate(${turn})`} pointerEvents="none">
        <path d={SIGNS[light.kind]} fill="var(--well)" stroke={selected ? 'var(--verdigris)' : light.colour} strokeWidth={1.4} />
      </g>
      <Handle
        label={light.name}
        at={light.at}
        page={page}
        radius={10}
        fill="transparent"
        stroke="transparent"
        onPress={() => onSelect(light.id)}
        onMove={(by, gesture) => {
          onSelect(light.id);
          onMove(light.id, by, gesture);
        }}
      />
      <text x={x} y={y + 22} textAnchor="middle" opacity={selected ? 1 : 0.7} pointerEvents="none">
        {light.name}
      </text>
      {selected
        ? light.grips.map((grip) => (
            <Handle
              key={grip.name}
              label={`${grip.name} of ${light.name}`}
              at={grip.at}
              page={page}
              radius={4}
              fill="var(--well)"
              stroke="var(--verdigris)"
              onMove={grip.onMove}
            />
          ))
        : null}
    </g>
  );
});

/** Lights on a plot of the set: a sign for each kind, where it shines, how wide, and what it is dragged by. */
export function PlanLights({ lights, selected, ...rest }: PlanLightsProps) {
  return (
    <>
      {lights.map((light) => (
        <Figure key={light.id} light={light} selected={selected === light.id} {...rest} />
      ))}
    </>
  );
}
