'use client';

import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { drawnProfile, type DrawnPoint } from '@/core/solid/profile';

const WIDE = 212;
const HIGH = 132;
const EDGE = 12;

const Well = styled.svg`
  display: block;
  width: 100%;
  background: var(--well);
  border-radius: 2px;
  touch-action: none;
  circle,
  rect.point {
    outline: none;
    cursor: grab;
  }
  circle:focus-visible,
  rect.point:focus-visible {
    stroke: var(--verdigris);
    stroke-width: 3;
  }
`;

let gestures = 0;

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
  const drag = useRef<{ index: number; gesture: string } | null>(null);
  const px = (share: number) => EDGE + share * (WIDE - 2 * EDGE);
  const py = (share: number) => HIGH - EDGE - share * (HIGH - 2 * EDGE);
  const curve = drawnProfile(points, 1, 1, 48);
  const put = (index: number, across: number, up: number, gesture: string) => {
    const low = points[index - 1]?.in ?? 0;
    const high = points[index + 1]?.in ?? 1;
    onChange(
      points.map((point, i) =>
        i === index ? { ...point, in: Math.max(low, Math.min(high, across)), up: Math.max(0, Math.min(1, up)) } : point,
      ),
      gesture,
    );
  };
  /** Shares in and up of a place on the drawing. */
  const at = (event: { clientX: number; clientY: number }, box: DOMRect) =>
    [
      (((event.clientX - box.left) / box.width) * WIDE - EDGE) / (WIDE - 2 * EDGE),
      (HIGH - EDGE - ((event.clientY - box.top) / box.height) * HIGH) / (HIGH - 2 * EDGE),
    ] as const;
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const held = drag.current;
    if (!held) return;
    const [across, up] = at(event, event.currentTarget.getBoundingClientRect());
    put(held.index, across, up, held.gesture);
  };
  const add = (event: { clientX: number; clientY: number; currentTarget: SVGSVGElement }) => {
    if (points.length >= most) return;
    const [across, up] = at(event, event.currentTarget.getBoundingClientRect());
    const point = { in: Math.max(0, Math.min(1, across)), up: Math.max(0, Math.min(1, up)), smooth: true };
    onChange(
      [...points, point].sort((a, b) => a.in - b.in),
      `profile-${++gestures}`,
    );
  };
  const key = (index: number, event: KeyboardEvent) => {
    const by = event.shiftKey ? 0.1 : 0.01;
    const point = points[index] as DrawnPoint;
    const steps: Record<string, readonly [number, number]> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, by],
      ArrowDown: [0, -by],
    };
    const step = steps[event.key];
    if (step) put(index, point.in + step[0], point.up + step[1], `profile-keys-${index}`);
    else if (event.key === 'Delete' || event.key === 'Backspace')
      onChange(
        points.filter((_, i) => i !== index),
        `profile-${++gestures}`,
      );
    else if (event.key === 'Enter' || event.key === ' ')
      onChange(
        points.map((p, i) => (i === index ? { ...p, smooth: !p.smooth } : p)),
        `profile-${++gestures}`,
      );
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Well
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="group"
      aria-label="Profile drawn by hand. Double-click adds a point; Enter on a point makes it a corner or smooth; Delete removes it."
      onPointerMove={move}
      onPointerUp={() => (drag.current = null)}
      onPointerCancel={() => (drag.current = null)}
      onDoubleClick={add}
    >
      <path d={`M${px(0)} ${py(0)}V${HIGH}H${WIDE}V${py(1)}H${px(1)}`} fill="none" stroke="var(--line)" />
      <path
        d={`M${curve.map((p) => `${px(p.distance).toFixed(2)} ${py(p.height).toFixed(2)}`).join('L')}`}
        fill="none"
        stroke="var(--text)"
        strokeWidth={1.5}
      />
      {points.map((point, i) => {
        const shared = {
          role: 'slider',
          tabIndex: 0,
          'aria-label': `Point ${i + 1} of the profile, ${point.smooth ? 'smooth' : 'corner'}`,
          'aria-valuenow': Math.round(point.in * 100),
          'aria-valuetext': `${Math.round(point.in * 100)} % in, ${Math.round(point.up * 100)} % up`,
          fill: 'var(--well)',
          stroke: 'var(--text)',
          strokeWidth: 1.5,
          onPointerDown: (event: PointerEvent<SVGElement>) => {
            event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
            drag.current = { index: i, gesture: `profile-${++gestures}` };
          },
          onDoubleClick: (event: React.MouseEvent) => {
            event.stopPropagation();
            onChange(
              points.map((p, k) => (k === i ? { ...p, smooth: !p.smooth } : p)),
              `profile-${++gestures}`,
            );
          },
          onKeyDown: (event: KeyboardEvent) => key(i, event),
        } as const;
        return point.smooth ? (
          <circle key={i} {...shared} cx={px(point.in)} cy={py(point.up)} r={4} />
        ) : (
          <rect key={i} {...shared} className="point" x={px(point.in) - 3.5} y={py(point.up) - 3.5} width={7} height={7} />
        );
      })}
    </Well>
  );
}
