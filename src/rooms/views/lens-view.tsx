'use client';

import { useEffect, useRef, useState, type HTMLAttributes, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { otherCurve } from '@/core/colour/display';
import { ofKind } from '@/core/schema/owner-kind';
import { frameToSeconds, secondsToFrame } from '@/core/time/rate';
import { Well } from '@/parts/well';
import { HandPoints } from '../looking/hand-points';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import { Ghosts, RegionOutlines, SafeAreas, Thirds } from './frame-guides';
import { useFlying, useWheelDolly } from './lens-flying';
import { LensNotices } from './lens-notices';

const Surround = styled(Well)<{ $fills: boolean }>`
  background: #0b0b0b;
  ${({ $fills }) => ($fills ? 'position: fixed; inset: 0; z-index: 20;' : '')}
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
const LENS_LABEL =
  'Lens view. Drag or use the arrow keys to orbit, Shift with them to truck and pedestal, ' +
  'plus and minus to dolly, square brackets to roll.';

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

/** The whole screen goes to the lens view while that fills it, where the browser gives it; leaving the one leaves the other. */
function useFillsScreen(): boolean {
  const { view } = useWorkspace();
  const fills = useView((s) => s.lensFills);
  useEffect(() => {
    if (!fills) return;
    const page = document.documentElement;
    page.requestFullscreen?.().catch(() => undefined);
    const onChange = () => document.fullscreenElement === null && view.setState({ lensFills: false });
    document.addEventListener('fullscreenchange', onChange);
    return () => {
      document.removeEventListener('fullscreenchange', onChange);
      if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
      view.setState({ lensFills: false });
    };
  }, [fills, view]);
  return fills;
}

/** Tells the worker what to show, whenever that changes. */
function useLook(width: number, height: number) {
  const { picture } = useWorkspace();
  const rate = useProduction((p) => p.format.rate);
  const only = useView((s) => s.onlyEffect);
  // An effect that is gone is not looked at alone any more.
  const onlyEffect = useProduction((p) => (p.finish.some(({ id }) => id === only) ? only : null));
  const ownCurve = useProduction((p) => ofKind(p.finish, 'display')?.settings.curve ?? 'rolled');
  const isOther = useView((s) => s.otherCurve);
  const curve = isOther ? otherCurve(ownCurve) : null;
  const view = useView((s) => ({
    playhead: s.trialFrame ?? s.playhead,
    quality: s.quality,
    flight: s.flight,
    through: s.through,
    walk: s.walk,
    sharpness: s.sharpness,
    soloed: s.soloed,
    before: s.before ?? 0,
    moving: s.playing || s.dragging || s.trialFrame !== null,
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
      free: view.walk && { pose: view.walk.pose, distance: view.walk.distance },
      sharpness: view.sharpness,
      soloed: view.soloed,
      onlyEffect,
      curve,
      before: view.before,
      moving: view.moving,
    });
  }, [picture, width, height, rate, view, onlyEffect, curve]);
}

export interface LensViewProps {
  overlay?: ReactNode;
  /** What the pointer does on it, in the place of flying. */
  hand?: Pick<HTMLAttributes<HTMLDivElement>, 'onPointerDown' | 'onPointerMove' | 'onPointerUp'> | null;
}

/** The production through the lens: the worker's picture, guides over it, and a free camera under the hand. */
export function LensView({ overlay, hand }: LensViewProps) {
  const workspace = useWorkspace();
  const { width, height, rate } = useProduction((p) => p.format);
  const { box, fit } = useFit(width / height);
  const holder = useWorkerCanvas();
  useLook(fit.width, fit.height);
  const flying = useFlying(workspace);
  useWheelDolly(workspace, holder);
  const fills = useFillsScreen();
  // What lies over the picture belongs to a camera's frame.
  const { safeAreas, thirds, ghosts, drawn, walks } = useView((s) => ({
    safeAreas: s.safeAreas && !s.walk,
    thirds: s.thirds && !s.walk,
    ghosts: s.ghosts && !s.walk,
    drawn: s.drawn,
    walks: s.walk !== null,
  }));

  return (
    <Surround ref={box} $fills={fills}>
      <Stage
        ref={holder}
        data-testid="lens"
        data-samples={drawn.samples}
        data-of={drawn.of}
        data-frame={Math.round(secondsToFrame(drawn.seconds, rate))}
        tabIndex={0}
        role="application"
        aria-label={LENS_LABEL}
        style={{ left: fit.left, top: fit.top, width: fit.width, height: fit.height }}
        {...flying}
        {...hand}
      >
        {safeAreas ? <SafeAreas /> : null}
        {thirds ? <Thirds /> : null}
        {ghosts ? <Ghosts /> : null}
        {walks ? null : <RegionOutlines />}
        {overlay}
        {hand ? null : <HandPoints />}
      </Stage>
      <LensNotices />
    </Surround>
  );
}
