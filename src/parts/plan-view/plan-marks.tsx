'use client';

import { line } from 'd3-shape';
import type { PointerEvent } from 'react';
import { multiply, type Mat4 } from '@/core/space/matrix';
import type { Box } from '@/core/space/vector';
import { hueColour } from '../theme';
import { pressed, type OnPage } from './plan-camera';
import { boxHull, placedLabels, type PlanPoint } from './plan-geometry';

export interface PlanMark {
  id: string;
  name: string;
  hue: number;
  pose: Mat4;
  /** Places of its copies in its own frame; the first is its own. */
  copies: readonly Mat4[];
  box: Box;
}

const polyline = line<PlanPoint>();
const closed = (points: PlanPoint[]) => `${polyline(points) ?? ''}Z`;

/** The marks as the boxes they fill, their copies fainter, each with its name beside it. */
export function PlanMarks({
  marks,
  page: { plane, toPage },
  selected,
  onSelect,
  onBegin,
}: {
  marks: readonly PlanMark[];
  page: OnPage;
  selected: string | null;
  onSelect: (id: string) => void;
  /** A drag begins; left out where marks stay put. */
  onBegin?: (event: PointerEvent<SVGPathElement>, id: string) => void;
}) {
  const outlineOf = (mark: PlanMark, copy: Mat4 | null) =>
    boxHull(plane, copy ? multiply(mark.pose, copy) : mark.pose, mark.box).map(toPage);
  const drawn = marks.map((mark) => ({ mark, outline: outlineOf(mark, null) }));
  const labels = placedLabels(drawn.map(({ mark, outline }) => ({ name: mark.name, outline })));
  return (
    <>
      {marks.map((mark) =>
        mark.copies
          .slice(1)
          .map((copy, i) => (
            <path
              key={`${mark.id}-${i}`}
              d={closed(outlineOf(mark, copy))}
              fill={hueColour(mark.hue)}
              fillOpacity={0.1}
              stroke={hueColour(mark.hue)}
              strokeOpacity={0.5}
              pointerEvents="none"
            />
          )),
      )}
      {drawn.map(({ mark, outline }) => (
        <path
          key={mark.id}
          role="button"
          tabIndex={0}
          aria-label={`Select ${mark.name}`}
          aria-pressed={selected === mark.id}
          d={closed(outline)}
          fill={hueColour(mark.hue)}
          fillOpacity={selected === mark.id ? 0.4 : 0.2}
          stroke={hueColour(mark.hue)}
          strokeWidth={selected === mark.id ? 2 : 1}
          onPointerDown={(event) => {
            onSelect(mark.id);
            if (onBegin) onBegin(event, mark.id);
            else event.stopPropagation();
          }}
          onKeyDown={(event) => pressed(event, () => onSelect(mark.id))}
        />
      ))}
      {labels.map(({ name, x, y }, i) => (
        <text key={i} x={x} y={y} textAnchor="middle">
          {name}
        </text>
      ))}
    </>
  );
}
