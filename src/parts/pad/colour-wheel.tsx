'use client';

import { arc } from 'd3-shape';
import type { KeyboardEvent } from 'react';
import { ofLumaAndColour } from '@/core/finish/scopes';
import { arrowStep, Pad, padScales, usePadDrag } from './pad';

const SIZE = 100;
const SCALES = padScales(SIZE, SIZE, 10, [-1, 1]);
/** Across from -1 to 1 too. */
const across = (x: number) => SCALES.x((x + 1) / 2);
const RIM = 48;
const STEPS = 36;
const segment = arc<{ from: number; to: number }>()
  .innerRadius(RIM - 3)
  .outerRadius(RIM)
  .startAngle(({ from }) => from)
  .endAngle(({ to }) => to);

/** Colours of the rim, as a vectorscope has them: the wheel and the scope go the same ways. */
const RIM_PARTS = Array.from({ length: STEPS }, (_, i) => {
  const turn = (2 * Math.PI * (i + 0.5)) / STEPS;
  // d3 turns from the top, to the right.
  const [cb, cr] = [0.22 * Math.sin(turn), 0.22 * Math.cos(turn)];
  const code = ofLumaAndColour(0.45, cb, cr).map((v) => Math.round(255 * Math.max(0, Math.min(1, v))));
  const [from, to] = [i, i + 1].map((k) => (2 * Math.PI * k) / STEPS) as [number, number];
  return { d: segment({ from, to }) ?? '', colour: `rgb(${code.join(' ')})` };
});

/** A wheel of colours: its point is drawn toward the colour that is wanted. Both shares run from -1 to 1; in the middle nothing changes. */
export function ColourWheel({
  label,
  x,
  y,
  onChange,
}: {
  label: string;
  x: number;
  y: number;
  onChange: (x: number, y: number, gesture: string | null) => void;
}) {
  const put = (px: number, py: number, gesture: string | null) => {
    const far = Math.max(1, Math.hypot(px, py));
    onChange(px / far, py / far, gesture);
  };
  const drag = usePadDrag<null>(SCALES, (_, share, up, gesture) => put(2 * share - 1, up, gesture));
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Home' || event.key === 'Delete') {
      event.preventDefault();
      event.stopPropagation();
      onChange(0, 0, null);
      return;
    }
    const by = arrowStep(event, 0.02);
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    put(x + by[0], y + by[1], `wheel-keys-${label}`);
  };
  return (
    <Pad viewBox={`0 0 ${SIZE} ${SIZE}`} role="group" aria-label={`Wheel of the ${label}`} {...drag.handlers}>
      <g transform={`translate(${SIZE / 2} ${SIZE / 2})`}>
        {RIM_PARTS.map(({ d, colour }) => (
          <path key={d} d={d} fill={colour} />
        ))}
      </g>
      <line x1={across(-1)} x2={across(1)} y1={SIZE / 2} y2={SIZE / 2} stroke="var(--line)" />
      <line x1={SIZE / 2} x2={SIZE / 2} y1={SCALES.y(-1)} y2={SCALES.y(1)} stroke="var(--line)" />
      <circle
        role="slider"
        tabIndex={0}
        aria-label={`Colour of the ${label}`}
        aria-valuenow={Math.round(100 * Math.hypot(x, y))}
        aria-valuetext={`${Math.round(100 * x)} % toward blue, ${Math.round(100 * y)} % toward red`}
        cx={across(x)}
        cy={SCALES.y(y)}
        r={5}
        onPointerDown={(event) => drag.begin(null, event)}
        onDoubleClick={() => onChange(0, 0, null)}
        onKeyDown={onKeyDown}
      />
    </Pad>
  );
}
