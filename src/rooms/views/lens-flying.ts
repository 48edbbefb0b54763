import { useEffect, useRef, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { fly, type FlightMove } from '../looking/flight';
import { framePoint } from '../looking/frame-point';
import { focusAt } from '../looking/pick-focus';
import { walkOn } from '../looking/walk';
import type { Workspace } from '../workspace/workspace';

/** Within this time two presses are one double press. */
const DOUBLE_PRESS_MS = 400;

/** Moves whatever is looked from: one's own walk round the marks, else the camera. */
function go(workspace: Workspace, move: FlightMove): void {
  if (!walkOn(workspace, move)) fly(workspace, move);
}

/** Drag orbits, with Shift trucks and pedestals, with Alt rolls; the wheel dollies; a press selects. */
export function useFlying(workspace: Workspace) {
  const drag = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  return {
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      if (event.button > 1) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      event.currentTarget.focus({ preventScroll: true });
      drag.current = { x: event.clientX, y: event.clientY, moved: false };
    },
    onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
      const from = drag.current;
      if (!from) return;
      const dx = event.clientX - from.x;
      const dy = event.clientY - from.y;
      if (!from.moved && Math.hypot(dx, dy) < 3) return;
      if (!from.moved) workspace.view.setState({ dragging: true });
      drag.current = { x: event.clientX, y: event.clientY, moved: true };
      const { height } = event.currentTarget.getBoundingClientRect();
      if (event.altKey) go(workspace, { rollDeg: dx * 0.3 });
      else if (event.shiftKey || event.buttons === 4) go(workspace, { truck: [(-dx / height) * 0.7, (dy / height) * 0.7] });
      else go(workspace, { orbit: [-dx * 0.3, dy * 0.3] });
    },
    onPointerUp: (event: PointerEvent<HTMLDivElement>) => {
      const from = drag.current;
      drag.current = null;
      if (from?.moved) {
        workspace.view.setState({ dragging: false });
        return;
      }
      if (!from) return;
      const [x, y] = framePoint(event, event.currentTarget);
      const { letters, pickFocus } = workspace.view.getState();
      void workspace.picture?.pick(x, y).then(({ markId, distance }) => {
        if (pickFocus !== null) return void focusAt(workspace, pickFocus, x, y, distance);
        const select = () => workspace.view.setState({ selection: markId ? { kind: 'mark', id: markId } : null, also: [], pick: null });
        if (markId) select();
        // A double press between the strokes of a letter goes into its words: it must not take the mark out of hand first.
        else setTimeout(() => workspace.view.getState().letters === letters && select(), DOUBLE_PRESS_MS);
      });
    },
    onKeyDown: (event: KeyboardEvent<HTMLDivElement>) => {
      const big = event.shiftKey;
      const step = 2;
      const moves: Record<string, () => void> = {
        ArrowLeft: () => go(workspace, big ? { truck: [-0.03, 0] } : { orbit: [-step, 0] }),
        ArrowRight: () => go(workspace, big ? { truck: [0.03, 0] } : { orbit: [step, 0] }),
        ArrowUp: () => go(workspace, big ? { truck: [0, 0.03] } : { orbit: [0, step] }),
        ArrowDown: () => go(workspace, big ? { truck: [0, -0.03] } : { orbit: [0, -step] }),
        '+': () => go(workspace, { dolly: 0.95 }),
        '=': () => go(workspace, { dolly: 0.95 }),
        '-': () => go(workspace, { dolly: 1 / 0.95 }),
        '[': () => go(workspace, { rollDeg: -1 }),
        ']': () => go(workspace, { rollDeg: 1 }),
      };
      const move = event.ctrlKey || event.metaKey ? undefined : moves[event.key];
      if (!move) return;
      event.preventDefault();
      move();
    },
  };
}

/** The wheel dollies. */
export function useWheelDolly(workspace: Workspace, holder: RefObject<HTMLElement | null>) {
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    let rest: ReturnType<typeof setTimeout> | undefined;
    // React listens to wheels passively; this one must keep the page from scrolling.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      workspace.view.setState({ dragging: true });
      clearTimeout(rest);
      rest = setTimeout(() => workspace.view.setState({ dragging: false }), 150);
      go(workspace, { dolly: Math.exp(Math.max(-120, Math.min(120, event.deltaY)) * 0.0012) });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [holder, workspace]);
}
