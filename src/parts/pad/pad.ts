'use client';

import { scaleLinear } from 'd3-scale';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { newGesture } from '../gesture';

/** A small drawing with points on it that are dragged, or moved by the arrow keys. */
export const Pad = styled.svg`
  display: block;
  width: 100%;
  background: var(--well);
  border-radius: 2px;
  touch-action: none;
  [role='slider'] {
    cursor: grab;
    outline: none;
    fill: var(--well);
    stroke: var(--text);
    stroke-width: 1.5;
  }
  [role='slider']:focus-visible {
    stroke: var(--verdigris);
    stroke-width: 3;
  }
`;

/**
 * Scales of a pad: across from 0 to 1, up between two values.
 * @param edge room around, in units of the pad's own size
 */
export function padScales(wide: number, high: number, edge: number, [low, top]: readonly [number, number] = [0, 1]) {
  return {
    wide,
    high,
    x: scaleLinear([0, 1], [edge, wide - edge]),
    y: scaleLinear([low, top], [high - edge, edge]),
  };
}
export type PadScales = ReturnType<typeof padScales>;

/** Where on a pad the pointer is. */
export function placeOn({ wide, high, x, y }: PadScales, event: { clientX: number; clientY: number; currentTarget: Element }) {
  const box = event.currentTarget.getBoundingClientRect();
  return [x.invert(((event.clientX - box.left) / box.width) * wide), y.invert(((event.clientY - box.top) / box.height) * high)] as const;
}

/** Dragging of what stands on a pad; `onPut` is told what is held and where the pointer is. */
export function usePadDrag<T>(scales: PadScales, onPut: (what: T, across: number, up: number, gesture: string) => void) {
  const held = useRef<{ what: T; gesture: string } | null>(null);
  const end = () => {
    held.current = null;
  };
  return {
    begin: (what: T, event: PointerEvent<SVGElement>) => {
      event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
      held.current = { what, gesture: newGesture('pad') };
    },
    handlers: {
      onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
        if (held.current) onPut(held.current.what, ...placeOn(scales, event), held.current.gesture);
      },
      onPointerUp: end,
      onPointerCancel: end,
    },
  };
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** How far an arrow key moves, across and up; null for any other key. Shift takes large steps. */
export function arrowStep(event: KeyboardEvent, fine: number, coarse = 0.1): readonly [number, number] | null {
  const arrow = ARROWS[event.key];
  if (!arrow) return null;
  const by = event.shiftKey ? coarse : fine;
  return [arrow[0] * by, arrow[1] * by];
}
