'use client';

import { area, line } from 'd3-shape';
import type { KeyboardEvent } from 'react';
import type { Channel, Handle } from '@/core/motion/channel';
import { speedAt } from '@/core/motion/channel-speed';
import { keyReader } from '@/core/motion/readers';
import type { Pace } from '@/core/motion/pace';
import { arrowStep, Pad, padScales, usePadDrag } from './pad';
import { NO_REBOUND, rebounds } from '@/core/motion/rebound';

const HEIGHT = 84;
/** How far over and under its ends a value is shown. */
const OVER = 0.3;
const STEPS = 96;
const SCALES = padScales(208, HEIGHT, 8, [-OVER, 1 + OVER]);
const { x, y } = SCALES;

/** A span from 0 to 1 over unit time with this pace. */
function unitSpan({ leave, arrive, ...rebound }: Pace): Channel {
  const plain: Handle = { influence: 0, speed: 0 };
  return {
    rest: 0,
    keys: [
      { frame: 0, value: 0, join: 'eased', arrive: plain, leave, ...rebound },
      { frame: 1, value: 1, join: 'eased', arrive, leave: plain, bounces: 0 },
    ],
  };
}

const curveLine = line<readonly [number, number]>()
  .x((p) => x(p[0]))
  .y((p) => y(p[1]));
const speedArea = area<readonly [number, number]>()
  .x((p) => x(p[0]))
  .y0(HEIGHT - 2)
  .y1((p) => HEIGHT - 2 - p[1] * (HEIGHT - 12));

const SIDES = ['leave', 'arrive'] as const;
type Side = (typeof SIDES)[number];

/** The pace of a span as a curve of value over time, its speed behind it, and a handle to drag at each end. */
export function PaceCurve({ pace, colour, onChange }: { pace: Pace; colour: string; onChange: (pace: Pace, gesture: string) => void }) {
  const span = unitSpan(pace);
  const shares = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS);
  const reader = keyReader(span);
  const values = shares.map((t) => [t, reader.at(t)] as const);
  const speeds = shares.map((t) => [t, Math.abs(speedAt(span, Math.min(1 - 1e-6, Math.max(1e-6, t))))] as const);
  const top = Math.max(1, ...speeds.map(([, v]) => Math.min(v, 12)));
  const { leave, arrive } = pace;
  const points = {
    leave: [leave.influence, leave.influence * leave.speed],
    arrive: [1 - arrive.influence, 1 - arrive.influence * arrive.speed],
  } as const;

  const put = (side: Side, time: number, value: number, gesture: string) => {
    const influence = Math.max(0, Math.min(1, side === 'leave' ? time : 1 - time));
    const reach = side === 'leave' ? value : 1 - value;
    const speed = influence < 1e-3 ? 0 : Math.max(-20, Math.min(20, reach / influence));
    onChange({ ...pace, ...NO_REBOUND, [side]: { influence, speed } }, gesture);
  };
  const drag = usePadDrag(SCALES, put);
  const step = (side: Side, event: KeyboardEvent) => {
    const by = arrowStep(event, 0.02);
    if (!by) return;
    event.preventDefault();
    put(side, points[side][0] + by[0], points[side][1] + by[1], `pace-keys-${side}`);
  };

  return (
    <Pad viewBox={`0 0 ${SCALES.wide} ${HEIGHT}`} role="group" aria-label="Curve of the pace" {...drag.handlers}>
      <path d={speedArea(speeds.map(([t, v]) => [t, Math.min(1, v / top)] as const)) ?? ''} fill={colour} fillOpacity={0.35} />
      <line x1={x(0)} x2={x(1)} y1={y(0)} y2={y(0)} stroke="var(--line)" />
      <line x1={x(0)} x2={x(1)} y1={y(1)} y2={y(1)} stroke="var(--line)" />
      <path d={curveLine(values) ?? ''} fill="none" stroke="var(--text)" strokeWidth={1.5} />
      {rebounds(pace)
        ? null
        : SIDES.map((side) => {
            const [hx, hy] = points[side];
            const end = side === 'leave' ? 0 : 1;
            return (
              <g key={side}>
                <line x1={x(end)} y1={y(end)} x2={x(hx)} y2={y(hy)} stroke="var(--dim)" />
                <circle
                  role="slider"
                  tabIndex={0}
                  aria-label={side === 'leave' ? 'Handle of leaving' : 'Handle of arriving'}
                  aria-valuenow={Math.round(pace[side].influence * 100)}
                  aria-valuetext={`${Math.round(pace[side].influence * 100)} % at ${pace[side].speed.toFixed(2)} times the mean speed`}
                  cx={x(hx)}
                  cy={y(hy)}
                  r={4}
                  onPointerDown={(event) => drag.begin(side, event)}
                  onKeyDown={(event) => step(side, event)}
                />
              </g>
            );
          })}
    </Pad>
  );
}
