'use client';

import { line } from 'd3-shape';
import type { ScaleLinear } from 'd3-scale';
import type { Channel } from '@/core/motion/channel';
import type { FieldMeta } from '@/core/schema/fields';
import type { Scale } from '../timeline/row';
import type { CurvePoint } from './curve-geometry';

const path = line<CurvePoint>();
/** A curve on its scales. */
export const polyline = (points: readonly CurvePoint[], scale: Scale, up: ScaleLinear<number, number>) =>
  path.x(([f]) => scale(f)).y(([, v]) => up(v))([...points]) ?? '';

/** Ticks of a value axis at the left of a pane, in the channel's unit. */
export function Axis({
  up,
  shown,
  digits,
  unit,
  title,
}: {
  up: ScaleLinear<number, number>;
  shown: number;
  digits: number;
  unit: string;
  title: string;
}) {
  return (
    <g>
      {up.ticks(Math.max(2, Math.round(((up.range()[0] as number) - (up.range()[1] as number)) / 34))).map((v) => (
        <g key={v}>
          <line x1={0} x2="100%" y1={up(v)} y2={up(v)} stroke="var(--line)" strokeOpacity={Math.abs(v) < 1e-9 ? 1 : 0.5} />
          <text x={4} y={up(v) - 2}>
            {(v * shown).toFixed(Math.min(3, Math.max(digits, Math.abs(v * shown) < 1 ? 2 : 0)))}
          </text>
        </g>
      ))}
      <text x="100%" dx={-6} y={13} textAnchor="end">
        {title} {unit}
      </text>
    </g>
  );
}

/** A channel as it is drawn: its curves, each with a scale of its own. */
export interface Drawn {
  name: string;
  meta: FieldMeta;
  channel: Channel;
  colour: string;
  curves: Record<'value' | 'speed', readonly CurvePoint[]>;
  value: ScaleLinear<number, number>;
  speed: ScaleLinear<number, number>;
}

/** The curves of the channels that are not dragged, faint behind the one that is. */
export function Others({
  of,
  what,
  scale,
  strokeOpacity,
}: {
  of: readonly Drawn[];
  what: 'value' | 'speed';
  scale: Scale;
  strokeOpacity: number;
}) {
  return of.map((each) => (
    <path
      key={each.name}
      d={polyline(each.curves[what], scale, each[what])}
      fill="none"
      stroke={each.colour}
      strokeOpacity={strokeOpacity}
    />
  ));
}
