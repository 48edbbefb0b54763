import { useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import type { Vec3 } from '@/core/space/vector';
import { newGesture } from '../gesture';
import { useLatest } from '../use-latest';
import { useSize } from '../use-size';
import type { OnPage, PlanCamera } from './plan-camera';
import {
  fitting,
  projection,
  stillFits,
  type Outside,
  type PlanFrom,
  type PlanPoint,
  type PlanWindow,
  type Projection,
} from './plan-geometry';
import { hullsOf, type PlanMark } from './plan-marks';

/** Pixels a metre, at least and at most. */
const SCALES = [0.5, 4000] as const;

const NOWHERE: readonly Vec3[] = [];

/** What the plan shows, from which direction and how large: fitted to everything until it is wheeled or dragged. */
export function usePlanWindow(
  from: PlanFrom,
  marks: readonly PlanMark[],
  cameras: readonly PlanCamera[],
  onMoveMark?: (id: string, by: Vec3, gesture: string) => void,
  inSight: readonly Vec3[] = NOWHERE,
) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [chosen, setChosen] = useState<{ from: PlanFrom; window: PlanWindow } | null>(null);
  const [outside, setOutside] = useState<Outside>({ azimuth: 35, height: 28 });
  const plane = useMemo(() => projection(from, outside), [from, outside]);

  const everything = useMemo(() => {
    const points = marks.flatMap((mark) => hullsOf(plane, mark).flat());
    for (const { path, seen } of cameras) if (seen) for (const place of path) points.push(plane.point(place));
    for (const place of inSight) points.push(plane.point(place));
    return points;
  }, [plane, marks, cameras, inSight]);
  // The window stays still under what moves, as long as it shows all of it.
  const [fitted, setFitted] = useState<{
    points: readonly PlanPoint[];
    plane: Projection;
    width: number;
    height: number;
    window: PlanWindow;
  } | null>(null);
  const holds = fitted?.plane === plane && fitted.width === width && fitted.height === height;
  const steady = holds && (fitted.points === everything || stillFits(fitted.window, everything, width, height)) ? fitted.window : null;
  const fit = steady ?? fitting(everything, width, height);
  if (!steady) setFitted({ points: everything, plane, width, height, window: fit });
  const own = chosen?.from === from ? chosen.window : null;
  const view = own ?? fit;
  const page = useMemo<OnPage>(
    () => ({
      plane,
      scale: view.scale,
      toPage: ([x, y]) => [(x - view.centre[0]) * view.scale + width / 2, (y - view.centre[1]) * view.scale + height / 2],
    }),
    [plane, view, width, height],
  );

  const live = useLatest({ from, view, width, height });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    // Not by React: its listeners of the wheel cannot keep the page from scrolling.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { from: seenFrom, view: now, width: w, height: h } = live.current;
      const box = element.getBoundingClientRect();
      const factor = Math.exp(-Math.max(-120, Math.min(120, event.deltaY)) * 0.002);
      const scale = Math.max(SCALES[0], Math.min(SCALES[1], now.scale * factor));
      const [px, py] = [event.clientX - box.left - w / 2, event.clientY - box.top - h / 2];
      const [x, y] = now.centre;
      // What lies under the pointer stays under it.
      setChosen({ from: seenFrom, window: { centre: [x + px / now.scale - px / scale, y + py / now.scale - py / scale], scale } });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [ref, live]);

  const drag = useRef<{ x: number; y: number; mark: string | null; gesture: string } | null>(null);
  const begin = useCallback((event: PointerEvent<SVGSVGElement | SVGPathElement>, mark: string | null) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, mark, gesture: newGesture('plan') };
  }, []);
  const onPointerMove = (event: PointerEvent) => {
    const at = drag.current;
    if (!at) return;
    const [px, py] = [event.clientX - at.x, event.clientY - at.y];
    const [dx, dy] = [px / view.scale, py / view.scale];
    drag.current = { ...at, x: event.clientX, y: event.clientY };
    if (at.mark !== null) onMoveMark?.(at.mark, plane.shift(dx, dy), at.gesture);
    else if (from === 'outside' && !event.shiftKey)
      setOutside(({ azimuth, height: up }) => ({ azimuth: azimuth - px * 0.4, height: Math.max(-90, Math.min(90, up + py * 0.4)) }));
    else setChosen({ from, window: { ...view, centre: [view.centre[0] - dx, view.centre[1] - dy] } });
  };
  const end = () => {
    drag.current = null;
  };
  return {
    ref,
    width,
    height,
    view,
    page,
    begin,
    handlers: { onPointerMove, onPointerUp: end, onPointerCancel: end },
    /** Shows everything again; null where everything is shown. */
    showAll: own && (() => setChosen(null)),
  };
}
