'use client';

import type { KeyboardEvent, PointerEvent } from 'react';
import { drawnProfile, type DrawnPoint } from '@/core/solid/profile';
import { newGesture } from '../gesture';
import { arrowStep, Pad, padScales, placeOn, usePadDrag } from './pad';

const SCALES = padScales(212, 132, 12);
const share = (value: number) => Math.max(0, Math.min(1, value));

/** The profile of a bevel, drawn with a few points: from the side wall at the left below to the face at the right above. */
export function ProfileDrawing({
  points,
  most,
  onChange,
}: {
  points: readonly DrawnPoint[];
  most: number;
  onChange: (points: DrawnPoint[], gesture: string) => void;
}) {
  const { x, y, wide, high } = SCALES;
  const change = (index: number, to: Partial<DrawnPoint>, gesture: string) =>
    onChange(
      points.map((point, i) => (i === index ? { ...point, ...to } : point)),
      gesture,
    );
  const put = (index: number, across: number, up: number, gesture: string) => {
    const low = points[index - 1]?.in ?? 0;
    const high = points[index + 1]?.in ?? 1;
    change(index, { in: Math.max(low, Math.min(high, across)), up: share(up) }, gesture);
  };
  const turn = (index: number) => change(index, { smooth: !points[index]?.smooth }, newGesture('profile'));
  const drag = usePadDrag<number>(SCALES, put);
  const add = (event: { clientX: number; clientY: number; currentTarget: SVGSVGElement }) => {
    if (points.length >= most) return;
    const [across, up] = placeOn(SCALES, event);
    const added = [...points, { in: share(across), up: share(up), smooth: true }].sort((a, b) => a.in - b.in);
    onChange(added, newGesture('profile'));
  };
  const key = (index: number, point: DrawnPoint, event: KeyboardEvent) => {
    const step = arrowStep(event, 0.01);
    if (step) put(index, point.in + step[0], point.up + step[1], `profile-keys-${index}`);
    else if (event.key === 'Delete' || event.key === 'Backspace') {
      const left = points.filter((_, i) => i !== index);
      onChange(left, newGesture('profile'));
    } else if (event.key === 'Enter' || event.key === ' ') turn(index);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Pad
      viewBox={`0 0 ${wide} ${high}`}
      role="group"
      aria-label="Profile drawn by hand. Double-click adds a point; Enter on a point makes it a corner or smooth; Delete removes it."
      {...drag.handlers}
      onDoubleClick={add}
    >
      <path d={`M${x(0)} ${y(0)}V${high}H${wide}V${y(1)}H${x(1)}`} fill="none" stroke="var(--line)" />
      <path
        d={`M${drawnProfile(points, 1, 1, 48)
          .map((p) => `${x(p.distance).toFixed(2)} ${y(p.height).toFixed(2)}`)
          .join('L')}`}
        fill="none"
        stroke="var(--text)"
        strokeWidth={1.5}
      />
      {points.map((point, i) => {
        const slider = {
          role: 'slider',
          tabIndex: 0,
          'aria-label': `Point ${i + 1} of the profile, ${point.smooth ? 'smooth' : 'corner'}`,
          'aria-valuenow': Math.round(point.in * 100),
          'aria-valuetext': `${Math.round(point.in * 100)} % in, ${Math.round(point.up * 100)} % up`,
          onPointerDown: (event: PointerEvent<SVGElement>) => drag.begin(i, event),
          onDoubleClick: (event: React.MouseEvent) => {
            event.stopPropagation();
            turn(i);
          },
          onKeyDown: (event: KeyboardEvent) => key(i, point, event),
        } as const;
        return point.smooth ? (
          <circle key={i} {...slider} cx={x(point.in)} cy={y(point.up)} r={4} />
        ) : (
          <rect key={i} {...slider} x={x(point.in) - 3.5} y={y(point.up) - 3.5} width={7} height={7} />
        );
      })}
    </Pad>
  );
}
