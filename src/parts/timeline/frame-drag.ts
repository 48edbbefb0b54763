import { useRef, type PointerEvent } from 'react';
import { newGesture } from '../gesture';
import type { Scale } from './row';

/** Least and greatest number of frames to move by. */
export type Limits = readonly [number, number];
export const within = (by: number, [low, high]: Limits) => Math.max(low, Math.min(high, by));

interface Drag {
  x: number;
  gesture: string;
  /** Frames moved so far. */
  by: number;
  limits: Limits;
  /** Where what is dragged began, for snapping. */
  origin: number;
}

/**
 * Dragging along the timeline in whole frames, between limits that are taken when the drag begins.
 * @param onBy called with the frames moved in all and those before this step
 * @param snap puts a frame on what it comes near to
 */
export function useFrameDrag(
  scale: Scale,
  onBy: (by: number, previous: number, gesture: string) => void,
  snap: (frame: number) => number = (frame) => frame,
) {
  const drag = useRef<Drag | null>(null);
  const end = () => {
    drag.current = null;
  };
  return {
    begin: (event: PointerEvent<SVGGElement>, limits: Limits, origin = 0) => {
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { x: event.clientX, by: 0, gesture: newGesture('timeline'), limits, origin };
    },
    handlers: {
      onPointerMove: (event: PointerEvent<SVGGElement>) => {
        const from = drag.current;
        if (!from) return;
        const raw = Math.round(scale.invert(event.clientX) - scale.invert(from.x));
        const by = within(snap(from.origin + raw) - from.origin, from.limits);
        if (by === from.by) return;
        onBy(by, from.by, from.gesture);
        from.by = by;
      },
      onPointerUp: end,
      onPointerCancel: end,
    },
  };
}
