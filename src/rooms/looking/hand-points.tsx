'use client';

import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { addPoint, movePoint, removePoint, type PenPoint } from '@/core/production/pen';
import { arrowStep } from '@/parts/arrow-step';
import { newGesture } from '@/parts/gesture';
import { useView, useWorkspace } from '../workspace/workspace';
import { framePoint } from './frame-point';
import { inFrame, underFrame, useHandDrawn } from './hand-drawn';
import { useSeenState } from './use-frame-state';

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

/** Points of what is drawn by hand, over the lens view: put by pressing, moved by dragging or with the arrow keys. */
export function HandPoints() {
  const { view } = useWorkspace();
  const drawn = useHandDrawn();
  const { camera } = useSeenState();
  const { draws, chosen, playing } = useView((s) => ({ draws: s.penDraws, chosen: s.penPoint, playing: s.playing }));
  const sheet = useRef<SVGSVGElement>(null);
  const held = useRef<{ index: number; gesture: string } | null>(null);
  if (!drawn || playing) return null;
  const { pen, bounds, of, change } = drawn;
  const under = (event: PointerEvent): PenPoint | null => sheet.current && underFrame(drawn, framePoint(event, sheet.current), camera);
  const put = (event: PointerEvent<SVGSVGElement>) => {
    if (!draws || event.button !== 0) return;
    event.stopPropagation();
    const at = under(event);
    if (!at) return;
    change((own) => addPoint(own, bounds, at));
    view.setState({ penPoint: pen.points.length });
  };
  /** What is done here is not done to what lies under it. */
  const hold = (event: PointerEvent<SVGElement>) => {
    if (draws) event.stopPropagation();
  };
  const drag = (event: PointerEvent<SVGElement>) => {
    const at = held.current && under(event);
    if (!held.current || !at) return;
    event.stopPropagation();
    const { index, gesture } = held.current;
    change((own) => movePoint(own, index, at), gesture);
  };
  const onKeyDown = (event: KeyboardEvent, index: number, { x, y }: PenPoint) => {
    const step = arrowStep(event);
    if (event.key !== 'Delete' && event.key !== 'Backspace' && !step) return;
    event.preventDefault();
    event.stopPropagation();
    change((own) => (step ? movePoint(own, index, { x: x + step[0] * STEP, y: y + step[1] * STEP }) : removePoint(own, bounds, index)));
  };
  return (
    <Sheet ref={sheet} data-testid="hand-points" onPointerDown={put} onPointerMove={hold} onPointerUp={hold}>
      {draws ? <rect className="sheet" width="100%" height="100%" /> : null}
      {pen.points.map((point, index) => {
        const at = inFrame(drawn, point, camera);
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
            aria-label={`Point ${index + 1} of the ${of}`}
            aria-valuenow={Math.round(point.x * 1000)}
            aria-valuetext={`${point.x.toFixed(2)} m across, ${point.y.toFixed(2)} m up`}
            onKeyDown={(event) => onKeyDown(event, index, point)}
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
