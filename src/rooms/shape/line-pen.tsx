'use client';

import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { markPose } from '@/core/frame/mark-pose';
import { onPlane, projected, rayThrough } from '@/core/optics/project';
import { addPoint, movePoint, pointsOf, removePoint } from '@/core/production/edits/line-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Line } from '@/core/production/line';
import type { Mark } from '@/core/production/mark';
import { transformPoint } from '@/core/space/matrix';
import { arrowStep } from '@/parts/arrow-step';
import { newGesture } from '@/parts/gesture';
import { framePoint } from '../looking/frame-point';
import { useSceneFrame } from '../looking/seen';
import { useSeenState } from '../looking/use-frame-state';
import { boundsIn } from '../workspace/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const Sheet = styled.svg`
  .sheet {
    pointer-events: auto;
    cursor: crosshair;
    fill: transparent;
  }
  .point {
    pointer-events: auto;
    fill: #101214;
    stroke: #f0ece2;
    stroke-width: 1.5;
    cursor: grab;
    outline: none;
  }
  .point:focus-visible,
  .point[data-chosen='true'] {
    stroke: var(--verdigris);
    stroke-width: 3;
  }
`;

const STEP = 0.01;

/** The points of a line that is drawn by hand, over the lens view: put by pressing, moved by dragging or with the arrow keys. */
export function LinePen({ mark, line }: { mark: Mark; line: Line }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const { camera } = useSeenState();
  const production = useProduction((p) => p);
  const frame = useSceneFrame();
  const { draws, chosen, facts, playing } = useView((s) => ({
    draws: s.penDraws,
    chosen: s.penPoint,
    facts: s.facts,
    playing: s.playing,
  }));
  const sheet = useRef<SVGSVGElement>(null);
  const held = useRef<{ index: number; gesture: string } | null>(null);
  if (playing) return null;
  const pose = markPose(production, mark, frame, boundsIn(facts));
  const change = (recipe: (own: Line) => void, gesture: string | null = null) =>
    edit((draft) => changeMark(draft, mark.id, ({ body }) => void (body.kind === 'line' && recipe(body))), gesture);
  const local = (event: PointerEvent): [number, number] | null => {
    if (!sheet.current) return null;
    return onPlane(rayThrough(camera, ...framePoint(event, sheet.current)), pose, 0);
  };
  const put = (event: PointerEvent<SVGSVGElement>) => {
    if (!draws || event.button !== 0) return;
    event.stopPropagation();
    const at = local(event);
    if (!at) return;
    change((own) => addPoint(own, ...at));
    view.setState({ penPoint: pointsOf(line).length });
  };
  /** What is done here is not done to what lies under it. */
  const hold = (event: PointerEvent<SVGElement>) => {
    if (draws) event.stopPropagation();
  };
  const drag = (event: PointerEvent<SVGElement>) => {
    const at = held.current && local(event);
    if (!held.current || !at) return;
    event.stopPropagation();
    const { index, gesture } = held.current;
    change((own) => movePoint(own, index, ...at), gesture);
  };
  const onKeyDown = (event: KeyboardEvent, index: number, x: number, y: number) => {
    const step = arrowStep(event);
    if (event.key !== 'Delete' && event.key !== 'Backspace' && !step) return;
    event.preventDefault();
    event.stopPropagation();
    change((own) => (step ? movePoint(own, index, x + step[0] * STEP, y + step[1] * STEP) : removePoint(own, index)));
  };
  return (
    <Sheet ref={sheet} data-testid="line-pen" onPointerDown={put} onPointerMove={hold} onPointerUp={hold}>
      {draws ? <rect className="sheet" width="100%" height="100%" /> : null}
      {pointsOf(line).map(({ x, y }, index) => {
        const at = projected(camera, transformPoint(pose, [x, y, 0]));
        if (!at) return null;
        return (
          <circle
            key={index}
            className="point"
            data-chosen={index === chosen}
            cx={`${(at[0] + 1) * 50}%`}
            cy={`${(1 - at[1]) * 50}%`}
            r={5}
            role="slider"
            tabIndex={0}
            aria-label={`Point ${index + 1} of the line`}
            aria-valuenow={Math.round(x * 1000)}
            aria-valuetext={`${x.toFixed(2)} m across, ${y.toFixed(2)} m up`}
            onKeyDown={(event) => onKeyDown(event, index, x, y)}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              held.current = { index, gesture: newGesture('pen') };
              view.setState({ penPoint: index });
            }}
            onPointerMove={drag}
            onPointerUp={(event) => {
              event.stopPropagation();
              held.current = null;
            }}
          />
        );
      })}
    </Sheet>
  );
}
