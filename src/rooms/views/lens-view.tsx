'use client';

import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { frameToSeconds, secondsToFrame } from '@/core/time/rate';
import { fly } from '../looking/flight';
import { Ghosts, SafeAreas, Thirds } from './frame-guides';
import { focusAt } from '../looking/pick-focus';
import { useProduction, useView, useWorkspace, type Workspace } from '../workspace/workspace';

const Well = styled.div`
  position: relative;
  flex: 1;
  min-height: 0;
  min-width: 0;
  overflow: hidden;
  background: #0b0b0b;
`;
const Stage = styled.div`
  position: absolute;
  touch-action: none;
  canvas {
    display: block;
    width: 100%;
    height: 100%;
  }
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
    overflow: visible;
  }
`;
const Notice = styled.div`
  position: absolute;
  left: 10px;
  bottom: 8px;
  padding: 2px 8px;
  border-radius: 3px;
  background: rgb(0 0 0 / 0.6);
  color: #ddd;
  font: 500 12px var(--label);
  button {
    margin-left: 10px;
    padding: 0 6px;
    border: 1px solid #777;
    border-radius: 3px;
    background: none;
    color: inherit;
    font: inherit;
  }
`;

const LENS_LABEL =
  'Lens view. Drag or use the arrow keys to orbit, Shift with them to truck and pedestal, ' +
  'plus and minus to dolly, square brackets to roll.';

/** Within this time two presses are one double press. */
const DOUBLE_PRESS_MS = 400;

/** Largest picture that the view asks for, in device pixels a side. */
const MAX_SIDE = 2560;

/** Fits the delivery frame into the space there is. */
function useFit(aspect: number) {
  const box = useRef<HTMLDivElement>(null);
  const [fit, setFit] = useState({ left: 0, top: 0, width: 0, height: 0 });
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => {
      const { clientWidth: w, clientHeight: h } = element;
      const width = Math.floor(Math.min(w, h * aspect));
      const height = Math.floor(width / aspect);
      setFit({ left: Math.floor((w - width) / 2), top: Math.floor((h - height) / 2), width, height });
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, [aspect]);
  return { box, fit };
}

/** Shows the one canvas of the picture worker, which moves with the lens view from room to room. */
function useWorkerCanvas() {
  const { canvas } = useWorkspace();
  const holder = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!canvas || !holder.current) return;
    holder.current.prepend(canvas);
    return () => canvas.remove();
  }, [canvas]);
  return holder;
}

/** Tells the worker what to show, whenever that changes. */
function useLook(width: number, height: number) {
  const { picture } = useWorkspace();
  const rate = useProduction((p) => p.format.rate);
  const view = useView((s) => ({
    playhead: s.playhead,
    quality: s.quality,
    flight: s.flight,
    through: s.through,
    sharpness: s.sharpness,
    moving: s.playing || s.dragging,
  }));
  useEffect(() => {
    if (!picture || width < 1) return;
    const density = Math.min(window.devicePixelRatio || 1, MAX_SIDE / Math.max(width, height));
    picture.setLook({
      seconds: frameToSeconds(view.playhead, rate),
      quality: view.quality,
      width: Math.round(width * density),
      height: Math.round(height * density),
      pose: view.flight?.pose ?? null,
      cameraId: view.through,
      sharpness: view.sharpness,
      moving: view.moving,
    });
  }, [picture, width, height, rate, view]);
}

/** Drag orbits, with Shift trucks and pedestals, with Alt rolls; the wheel dollies; a press selects. */
function useFlying(workspace: Workspace) {
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
      if (event.altKey) fly(workspace, { rollDeg: dx * 0.3 });
      else if (event.shiftKey || event.buttons === 4) fly(workspace, { truck: [(-dx / height) * 0.7, (dy / height) * 0.7] });
      else fly(workspace, { orbit: [-dx * 0.3, dy * 0.3] });
    },
    onPointerUp: (event: PointerEvent<HTMLDivElement>) => {
      const from = drag.current;
      drag.current = null;
      if (from?.moved) {
        workspace.view.setState({ dragging: false });
        return;
      }
      if (!from) return;
      const box = event.currentTarget.getBoundingClientRect();
      const x = ((event.clientX - box.left) / box.width) * 2 - 1;
      const y = 1 - ((event.clientY - box.top) / box.height) * 2;
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
        ArrowLeft: () => fly(workspace, big ? { truck: [-0.03, 0] } : { orbit: [-step, 0] }),
        ArrowRight: () => fly(workspace, big ? { truck: [0.03, 0] } : { orbit: [step, 0] }),
        ArrowUp: () => fly(workspace, big ? { truck: [0, 0.03] } : { orbit: [0, step] }),
        ArrowDown: () => fly(workspace, big ? { truck: [0, -0.03] } : { orbit: [0, -step] }),
        '+': () => fly(workspace, { dolly: 0.95 }),
        '=': () => fly(workspace, { dolly: 0.95 }),
        '-': () => fly(workspace, { dolly: 1 / 0.95 }),
        '[': () => fly(workspace, { rollDeg: -1 }),
        ']': () => fly(workspace, { rollDeg: 1 }),
      };
      const move = event.ctrlKey || event.metaKey ? undefined : moves[event.key];
      if (!move) return;
      event.preventDefault();
      move();
    },
  };
}

/** How far a mark is built, and a way to stop. */
function Building({ markId, done, of }: { markId: string; done: number; of: number }) {
  const { picture } = useWorkspace();
  const name = useProduction((p) => p.marks.find(({ id }) => id === markId)?.name ?? 'a mark');
  return (
    <Notice role="status">
      Building {name}, {done} of {of}
      <button type="button" onClick={() => picture?.stopBuilding(markId)}>
        Stop
      </button>
    </Notice>
  );
}

export function LensView({ overlay }: { overlay?: ReactNode }) {
  const workspace = useWorkspace();
  const { width, height, rate } = useProduction((p) => p.format);
  const { box, fit } = useFit(width / height);
  const holder = useWorkerCanvas();
  useLook(fit.width, fit.height);
  const flying = useFlying(workspace);
  const { safeAreas, thirds, ghosts, flight, lost, building, progress, troubles, drawn } = useView((s) => ({
    safeAreas: s.safeAreas,
    thirds: s.thirds,
    ghosts: s.ghosts,
    flight: s.flight,
    lost: s.lost,
    building: Object.keys(s.building)[0] ?? null,
    progress: Object.values(s.building)[0] ?? null,
    troubles: Object.values(s.troubles)[0] ?? null,
    drawn: s.drawn,
  }));

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
      fly(workspace, { dolly: Math.exp(Math.max(-120, Math.min(120, event.deltaY)) * 0.0012) });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [holder, workspace]);

  return (
    <Well ref={box}>
      <Stage
        ref={holder}
        data-testid="lens"
        data-samples={drawn.samples}
        data-frame={Math.round(secondsToFrame(drawn.seconds, rate))}
        tabIndex={0}
        role="application"
        aria-label={LENS_LABEL}
        style={{ left: fit.left, top: fit.top, width: fit.width, height: fit.height }}
        {...flying}
      >
        {safeAreas ? <SafeAreas /> : null}
        {thirds ? <Thirds /> : null}
        {ghosts ? <Ghosts /> : null}
        {overlay}
      </Stage>
      {lost ? (
        <Notice role="alert">{lost}</Notice>
      ) : troubles ? (
        <Notice role="alert">{troubles}</Notice>
      ) : building && progress ? (
        <Building markId={building} {...progress} />
      ) : flight ? (
        <Notice>Flying freely · Enter lands here, Escape goes back</Notice>
      ) : null}
    </Well>
  );
}
