'use client';

import { line } from 'd3-shape';
import { memo, useMemo, type PointerEvent } from 'react';
import { multiply, type Mat4 } from '@/core/space/matrix';
import type { Box } from '@/core/space/vector';
import { hueColour } from '../theme';
import { pressed, type OnPage } from './plan-camera';
import { boxHull, placedLabels, type PlanPoint, type Projection } from './plan-geometry';

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

const kept = new WeakMap<PlanMark, { plane: Projection; hulls: PlanPoint[][] }>();

/** Outlines of a mark and its copies in the plan, metres; its own is the first. Kept as long as it stands where it is. */
export function hullsOf(plane: Projection, mark: PlanMark): PlanPoint[][] {
  const known = kept.get(mark);
  if (known?.plane === plane) return known.hulls;
  const hulls = mark.copies.map((copy) => boxHull(plane, multiply(mark.pose, copy), mark.box));
  kept.set(mark, { plane, hulls });
  return hulls;
}

interface PlanMarksProps {
  marks: readonly PlanMark[];
  page: OnPage;
  selected: string | null;
  onSelect: (id: string) => void;
  /** A drag begins; left out where marks stay put. */
  onBegin: ((event: PointerEvent<SVGPathElement>, id: string) => void) | undefined;
}

/** One mark, drawn anew only where it or the page has moved: there may be many. */
const MarkFigure = memo(function MarkFigure({
  mark,
  page: { plane, toPage },
  selected,
  onSelect,
  onBegin,
}: Omit<PlanMarksProps, 'marks' | 'selected'> & { mark: PlanMark; selected: boolean }) {
  const [own = [], ...copies] = hullsOf(plane, mark).map((hull) => closed(hull.map(toPage)));
  const colour = hueColour(mark.hue);
  return (
    <>
      {copies.map((copy, i) => (
        <path key={i} d={copy} fill={colour} fillOpacity={0.1} stroke={colour} strokeOpacity={0.5} pointerEvents="none" />
      ))}
      <path
        role="button"
        tabIndex={0}
        aria-label={`Select ${mark.name}`}
        aria-pressed={selected}
        d={own as string}
        fill={colour}
        fillOpacity={selected ? 0.4 : 0.2}
        stroke={colour}
        strokeWidth={selected ? 2 : 1}
        onPointerDown={(event) => {
          onSelect(mark.id);
          if (onBegin) onBegin(event, mark.id);
          else event.stopPropagation();
        }}
        onKeyDown={(event) => pressed(event, () => onSelect(mark.id))}
      />
    </>
  );
});

/** The marks as the boxes they fill, their copies fainter, each with its name beside it. */
export function PlanMarks({ marks, page, selected, onSelect, onBegin }: PlanMarksProps) {
  const labels = useMemo(() => {
    const { plane, toPage } = page;
    return placedLabels(marks.map((mark) => ({ name: mark.name, outline: (hullsOf(plane, mark)[0] ?? []).map(toPage) })));
  }, [marks, page]);
  return (
    <>
      {marks.map((mark) => (
        <MarkFigure key={mark.id} mark={mark} page={page} selected={selected === mark.id} onSelect={onSelect} onBegin={onBegin} />
      ))}
      {labels.map(({ name, x, y }, i) => (
        <text key={i} x={x} y={y} textAnchor="middle">
          {name}
        </text>
      ))}
    </>
  );
}
