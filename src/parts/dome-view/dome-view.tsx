'use client';

import { useEffect, useRef, type KeyboardEvent } from 'react';
import { styled } from 'styled-components';
import type { LinearColour } from '@/core/colour/transfer';
import { directionFrame } from '@/core/space/direction-frame';
import type { Vec3 } from '@/core/space/vector';
import { SIGHT_COLUMNS, SIGHT_ROWS } from '@/picture/dome/sight-size';
import { newGesture } from '../gesture';
import { useSize } from '../use-size';
import { Well } from '../well';
import { shownLight } from './shown-light';

/** Something of the dome that is dragged on it. Angles in degrees: round from the audience to the right, and over the horizon. */
export interface DomeItem {
  id: string;
  name: string;
  azimuth: number;
  height: number;
  isOn: boolean;
}

/** A direction that is shown and not dragged. */
export interface DomeMarker {
  name: string;
  sign: string;
  direction: Vec3;
}

const Page = styled(Well)`
  canvas,
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  text {
    font: 500 11px var(--label);
    fill: #f2f2f2;
    paint-order: stroke;
    stroke: #000c;
    stroke-width: 2.5px;
  }
  circle[role='button'] {
    cursor: grab;
    outline: none;
  }
  circle[role='button']:focus-visible {
    stroke: var(--verdigris);
    stroke-width: 3;
  }
`;

const wrapped = (degrees: number) => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** Where a direction lies, shares of the width and height. */
const placeOf = (azimuth: number, height: number): [number, number] => [(wrapped(azimuth) + 180) / 360, (90 - height) / 180];

interface DomeViewProps {
  /** Radiance in a direction; another function where the dome has changed. */
  radiance: (direction: Vec3) => LinearColour;
  items: readonly DomeItem[];
  markers: readonly DomeMarker[];
  selected: string | null;
  onSelect: (id: string) => void;
  /** Moves an item to angles; `gesture` is the same all through one drag. */
  onMove: (id: string, azimuth: number, height: number, gesture: string) => void;
}

/** The dome unrolled: longitude across, the audience in the middle, height up. */
export function DomeView({ radiance, items, markers, selected, onSelect, onMove }: DomeViewProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<{ id: string; gesture: string } | null>(null);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const image = context.createImageData(SIGHT_COLUMNS, SIGHT_ROWS);
    for (let y = 0; y < SIGHT_ROWS; y++) {
      for (let x = 0; x < SIGHT_COLUMNS; x++) {
        const { forward } = directionFrame(((x + 0.5) / SIGHT_COLUMNS) * 360 - 180, 90 - ((y + 0.5) / SIGHT_ROWS) * 180);
        const light = radiance(forward);
        light.forEach((v, k) => (image.data[4 * (y * SIGHT_COLUMNS + x) + k] = shownLight(v)));
        image.data[4 * (y * SIGHT_COLUMNS + x) + 3] = 255;
      }
    }
    context.putImageData(image, 0, 0);
  }, [radiance]);

  const move = (id: string, clientX: number, clientY: number, gesture: string) => {
    const box = ref.current?.getBoundingClientRect();
    if (!box) return;
    const [x, y] = [(clientX - box.left) / box.width, (clientY - box.top) / box.height];
    onMove(id, Math.round((x * 360 - 180) * 10) / 10, Math.round(Math.max(-90, Math.min(90, 90 - y * 180)) * 10) / 10, gesture);
  };
  const step = (event: KeyboardEvent, item: DomeItem) => {
    const way: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
    const by = way[event.key];
    if (event.key === 'Enter' || event.key === ' ') onSelect(item.id);
    else if (by) {
      const degrees = event.shiftKey ? 10 : 1;
      onMove(item.id, item.azimuth + by[0] * degrees, Math.max(-90, Math.min(90, item.height + by[1] * degrees)), `dome-keys-${item.id}`);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <Page ref={ref} data-testid="dome">
      <canvas ref={canvas} width={SIGHT_COLUMNS} height={SIGHT_ROWS} aria-hidden="true" />
      {width > 0 ? (
        <svg role="group" aria-label="The dome unrolled: round it across, height up">
          <line x1={0} x2={width} y1={height / 2} y2={height / 2} stroke="#fff" strokeOpacity={0.25} strokeDasharray="2 4" />
          {[
            [-90, 'left'],
            [0, 'audience'],
            [90, 'right'],
          ].map(([azimuth, name]) => (
            <text key={name} x={((Number(azimuth) + 180) / 360) * width} y={height / 2 + 12} textAnchor="middle" opacity={0.5}>
              {name}
            </text>
          ))}
          {markers.map(({ name, sign, direction: [x, y, z] }) => {
            const [u, v] = placeOf((Math.atan2(x, z) * 180) / Math.PI, (Math.asin(Math.max(-1, Math.min(1, y))) * 180) / Math.PI);
            return (
              <g key={name} transform={`translate(${u * width} ${v * height})`} pointerEvents="none">
                <path d="M-5 0H5M0 -5V5" stroke="#000" strokeWidth={3} />
                <path d="M-5 0H5M0 -5V5" stroke="var(--brass)" strokeWidth={1.5} />
                <text x={u > 0.9 ? -7 : 7} y={v < 0.1 ? 14 : sign === 'face' ? 14 : -4} textAnchor={u > 0.9 ? 'end' : 'start'}>
                  {sign}
                </text>
                <title>{name}</title>
              </g>
            );
          })}
          {items.map((item) => {
            const [u, v] = placeOf(item.azimuth, item.height);
            const on = selected === item.id;
            return (
              <g key={item.id} opacity={item.isOn ? 1 : 0.4}>
                <circle
                  role="button"
                  tabIndex={0}
                  aria-label={item.name}
                  aria-pressed={on}
                  cx={u * width}
                  cy={v * height}
                  r={6}
                  fill={on ? 'var(--verdigris)' : '#0008'}
                  stroke={on ? '#fff' : '#fffc'}
                  strokeWidth={1.5}
                  onPointerDown={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                    drag.current = { id: item.id, gesture: newGesture('dome') };
                    onSelect(item.id);
                  }}
                  onPointerMove={(event) => drag.current && move(drag.current.id, event.clientX, event.clientY, drag.current.gesture)}
                  onPointerUp={() => {
                    drag.current = null;
                  }}
                  onKeyDown={(event) => step(event, item)}
                />
                <text x={u * width} y={v * height + (v < 0.12 ? 18 : -10)} textAnchor="middle" opacity={on ? 1 : 0.75} pointerEvents="none">
                  {item.name}
                </text>
              </g>
            );
          })}
        </svg>
      ) : null}
    </Page>
  );
}
