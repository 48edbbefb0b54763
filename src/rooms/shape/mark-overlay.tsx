'use client';

import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { partPlacesAt } from '@/core/frame/part-places';
import { isShown, markPose, standingPoses } from '@/core/frame/mark-pose';
import { onPlane, projected, rayThrough } from '@/core/optics/project';
import { lettersAt } from '@/core/outline/text-layout';
import type { Mark } from '@/core/production/mark';
import { depthsOf } from '@/core/production/shell';
import { degrees } from '@/core/space/angle';
import { multiply, transformPoint, translation } from '@/core/space/matrix';
import { arrowStep } from '@/parts/arrow-step';
import { framePoint } from '../looking/frame-point';
import { useSeenState } from '../looking/use-frame-state';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';
import { LetterMarks } from './letter-marks';

const Drawing = styled.svg`
  .grip {
    pointer-events: auto;
    outline: none;
    fill: #101214;
    stroke: #f0ece2;
    stroke-width: 1.5;
    cursor: grab;
  }
  .grip:focus-visible {
    stroke: var(--verdigris);
    stroke-width: 3;
  }
  .cut {
    stroke: #f0ece2;
    stroke-width: 1;
    stroke-dasharray: 9 3 2 3;
    fill: none;
  }
`;

/**
 * What the lens view shows of the mark at hand beside its picture: where it is cut for the section, and the letters that are being
 * edited.
 */
export function MarkOverlay({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const { camera } = useSeenState();
  const production = useProduction((p) => p);
  const frame = useSceneFrame();
  const { cut, all, facts, playing, cutShown } = useView((s) => ({
    all: s.facts,
    cut: s.cut,
    facts: s.facts[mark.id],
    playing: s.playing,
    cutShown: s.cutShown,
  }));
  const drawing = useRef<SVGSVGElement>(null);
  const held = useRef<'place' | 'turn' | null>(null);
  const bounds = facts?.bounds;
  if (!bounds || playing || !isShown(production, mark, frame)) return null;

  // The line lies a little before the face, so that it is seen from where the face is seen.
  // Of several copies the first is taken in hand.
  const pose = standingPoses(production, mark, frame, boundsIn(all))[0] ?? markPose(production, mark, frame, boundsIn(all));
  const face = Math.max(...mark.shells.map((shell) => depthsOf(shell).to));
  const depth = Math.max(face, bounds.max[2]);
  const place = (x: number, y: number) => projected(camera, transformPoint(multiply(pose, translation(0, 0, depth)), [x, y, 0]));
  const percent = (p: [number, number] | null) => (p ? ([(p[0] + 1) * 50, (1 - p[1]) * 50] as const) : null);
  const [c, s] = [Math.cos((cut.angleDeg * Math.PI) / 180), Math.sin((cut.angleDeg * Math.PI) / 180)];
  const reach = Math.hypot(bounds.max[0] - bounds.min[0], bounds.max[1] - bounds.min[1]) / 2;
  const middle = [(bounds.min[0] + bounds.max[0]) / 2, (bounds.min[1] + bounds.max[1]) / 2] as const;
  const at = (way: number) => percent(place(cut.x + c * way, cut.y + s * way));
  // As far as the mark reaches to both sides of the cut's own point.
  const across = (middle[0] - cut.x) * c + (middle[1] - cut.y) * s;
  const [from, to, point, handle] = [at(across - reach), at(across + reach), at(0), at(Math.min(across + reach, 0.35 * reach))];

  const local = (event: PointerEvent) => {
    if (!drawing.current) return null;
    return onPlane(rayThrough(camera, ...framePoint(event, drawing.current)), pose, depth);
  };
  const move = (event: PointerEvent<SVGElement>) => {
    const to2 = held.current && local(event);
    if (!to2) return;
    event.stopPropagation();
    if (held.current === 'place') view.setState({ cut: { ...cut, x: to2[0], y: to2[1] } });
    else {
      const angle = degrees(Math.atan2(to2[1] - cut.y, to2[0] - cut.x));
      // Straight across and straight up are found without aiming.
      const near = Math.round(angle / 45) * 45;
      view.setState({ cut: { ...cut, angleDeg: Math.abs(angle - near) < 3 ? near : Math.round(angle * 10) / 10 } });
    }
  };
  const grip = (kind: 'place' | 'turn', label: string, [x, y]: readonly [number, number]) => {
    const onKeyDown = (event: KeyboardEvent) => {
      const step = arrowStep(event);
      if (!step) return;
      event.preventDefault();
      event.stopPropagation();
      if (kind === 'place') view.setState({ cut: { ...cut, x: cut.x + step[0] * 0.01, y: cut.y + step[1] * 0.01 } });
      else view.setState({ cut: { ...cut, angleDeg: cut.angleDeg + step[0] + step[1] } });
    };
    const shared = {
      className: 'grip',
      role: 'slider',
      tabIndex: 0,
      'aria-label': label,
      'aria-valuenow': Math.round(kind === 'turn' ? cut.angleDeg : cut.y * 1000),
      'aria-valuetext': kind === 'turn' ? `${cut.angleDeg.toFixed(0)}°` : `${cut.x.toFixed(2)} m across, ${cut.y.toFixed(2)} m up`,
      onPointerDown: (event: PointerEvent<SVGElement>) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = kind;
      },
      onPointerMove: move,
      onPointerUp: (event: PointerEvent<SVGElement>) => {
        event.stopPropagation();
        held.current = null;
      },
      onKeyDown,
    } as const;
    return kind === 'place' ? (
      <circle {...shared} cx={`${x}%`} cy={`${y}%`} r={5} />
    ) : (
      <circle {...shared} cx={`${x}%`} cy={`${y}%`} r={3.5} />
    );
  };

  return (
    <Drawing ref={drawing} role="group" aria-label="Cut and letters of the mark">
      {mark.body.kind === 'words' ? (
        <LetterMarks
          mark={mark}
          words={mark.body}
          pose={pose}
          depth={face}
          camera={camera}
          letters={lettersAt(facts?.letters ?? [], partPlacesAt(production, mark, frame))}
          ends={facts?.ends ?? []}
        />
      ) : null}
      {cutShown && from && to && point && handle ? (
        <>
          <line className="cut" x1={`${from[0]}%`} y1={`${from[1]}%`} x2={`${to[0]}%`} y2={`${to[1]}%`} />
          {grip('turn', 'Turn of the cut', handle)}
          {grip('place', 'Place of the cut', point)}
        </>
      ) : null}
    </Drawing>
  );
}
