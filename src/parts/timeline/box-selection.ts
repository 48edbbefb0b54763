import { useCallback, useMemo, useState, type PointerEvent } from 'react';
import { LANE_HEIGHT } from './lane-height';
import type { Lane } from './lanes';
import type { Scale } from './row';

interface Drawn {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Keys of the lanes that lie in a box of pixels. */
export function keysInBox(lanes: readonly Lane[], scale: Scale, { x0, y0, x1, y1 }: Drawn): { owner: string; frame: number }[] {
  const [left, right, top, bottom] = [Math.min(x0, x1), Math.max(x0, x1), Math.min(y0, y1), Math.max(y0, y1)];
  return lanes.flatMap((lane, i) => {
    const [from, to] = [i * LANE_HEIGHT, (i + 1) * LANE_HEIGHT];
    // A lane counts where the box reaches its rivets, which lie in its lower part.
    if (bottom < from + LANE_HEIGHT / 2 || top > to) return [];
    return lane.rivets.filter(({ frame }) => scale(frame) >= left && scale(frame) <= right).map(({ frame }) => ({ owner: lane.id, frame }));
  });
}

/** Drawing a box over the lanes selects the keys in it; a press on nothing selects none. */
export function useBoxSelection(lanes: readonly Lane[], scale: Scale, onSelect: (keys: { owner: string; frame: number }[]) => void) {
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const at = (event: PointerEvent<HTMLDivElement>) => {
    const { left, top } = event.currentTarget.getBoundingClientRect();
    return [event.clientX - left, event.clientY - top] as const;
  };
  return {
    area:
      drawn && Math.hypot(drawn.x1 - drawn.x0, drawn.y1 - drawn.y0) > 3
        ? {
            left: Math.min(drawn.x0, drawn.x1),
            top: Math.min(drawn.y0, drawn.y1),
            width: Math.abs(drawn.x1 - drawn.x0),
            height: Math.abs(drawn.y1 - drawn.y0),
          }
        : null,
    handlers: {
      onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
        if (event.button !== 0 || (event.target as Element).closest('[role="button"]')) return;
        const [x, y] = at(event);
        setDrawn({ x0: x, y0: y, x1: x, y1: y });
      },
      onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
        if (!drawn) return;
        const [x1, y1] = at(event);
        // Captured only once it is a drag: a double press must reach the lane.
        if (Math.hypot(x1 - drawn.x0, y1 - drawn.y0) > 3) event.currentTarget.setPointerCapture(event.pointerId);
        setDrawn({ ...drawn, x1, y1 });
      },
      onPointerUp: () => {
        if (drawn) onSelect(Math.hypot(drawn.x1 - drawn.x0, drawn.y1 - drawn.y0) > 3 ? keysInBox(lanes, scale, drawn) : []);
        setDrawn(null);
      },
      onPointerCancel: () => setDrawn(null),
    },
  };
}

const NONE: readonly number[] = [];

/** The selected frames of each lane; the same list as long as the selection is the same. */
export function useSelectedFrames(keys: readonly { owner: string; frame: number }[]): (lane: string) => readonly number[] {
  const frames = useMemo(() => {
    const map = new Map<string, number[]>();
    for (const { owner, frame } of keys) map.set(owner, [...(map.get(owner) ?? []), frame]);
    return map;
  }, [keys]);
  return useCallback((lane) => frames.get(lane) ?? NONE, [frames]);
}
