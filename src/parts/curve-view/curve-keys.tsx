'use client';

import type { ScaleLinear } from 'd3-scale';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Key } from '@/core/motion/channel';
import { handleEnd, type Side } from '@/core/motion/handle-edit';
import { newGesture } from '../gesture';
import type { Scale } from '../timeline/row';
import type { Drawn } from './curves-drawn';

/** What dragging on the curves does to the keys of a channel. */
export interface CurveActions {
  onSelect: (frame: number, more: boolean) => void;
  onMoveKey: (frame: number, to: number, value: number, gesture: string) => void;
  onHandle: (frame: number, side: Side, influence: number, speed: number, gesture: string) => void;
  onRemove: (frame: number) => void;
  snap: (frame: number) => number;
}

interface CurveKeysProps extends CurveActions {
  own: Drawn;
  scale: Scale;
  up: ScaleLinear<number, number>;
  framesPerSecond: number;
  /** Frames of the keys that are selected: those show their handles. */
  selected: readonly number[];
  /** Whether something is being dragged: scales stand still then, or it would run away. */
  onHold: (held: boolean) => void;
}

const SIDES = ['arrive', 'leave'] as const;

/** Dragging and stepping of the keys and handles of one channel. */
function useCurveDrag({ own, scale, up, onHold, onSelect, onMoveKey, onHandle, onRemove, snap }: CurveKeysProps) {
  const { keys } = own.channel;
  const drag = useRef<{ x: number; y: number; frame: number; value: number; side: Side | null; gesture: string } | null>(null);
  const begin = (event: PointerEvent<SVGGElement>, frame: number, value: number, side: Side | null) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, frame, value, side, gesture: newGesture('curve') };
    onHold(true);
  };
  const end = () => {
    drag.current = null;
    onHold(false);
  };
  /** Where the pointer is, in frames and values. */
  const pointerAt = (event: PointerEvent<SVGGElement>) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    return { frame: scale.invert(event.clientX - (box?.left ?? 0)), value: up.invert(event.clientY - (box?.top ?? 0)) };
  };
  /** A frame between those of the neighbours of a key. */
  const between = (index: number, frame: number) =>
    Math.max((keys[index - 1]?.frame ?? -1) + 1, Math.min((keys[index + 1]?.frame ?? Infinity) - 1, frame));

  const moveKey = (event: PointerEvent<SVGGElement>) => {
    const at = drag.current;
    if (!at || at.side !== null || Math.hypot(event.clientX - at.x, event.clientY - at.y) < 2) return;
    const pointer = pointerAt(event);
    const sideways = Math.abs(event.clientX - at.x);
    const upward = Math.abs(event.clientY - at.y);
    const index = keys.findIndex(({ frame }) => frame === at.frame);
    // Shift keeps to one direction.
    const frame = between(index, event.shiftKey && upward > sideways ? at.frame : snap(Math.round(pointer.frame)));
    const value = event.shiftKey && sideways >= upward ? at.value : pointer.value;
    onMoveKey(at.frame, frame, value, at.gesture);
    drag.current = { ...at, frame };
  };
  const moveHandle = (event: PointerEvent<SVGGElement>, keyFrame: number, keyValue: number, span: number) => {
    const at = drag.current;
    if (!at?.side) return;
    const pointer = pointerAt(event);
    const sign = at.side === 'leave' ? 1 : -1;
    const reach = Math.max(0.02 * span, Math.min(span, sign * (pointer.frame - keyFrame)));
    onHandle(keyFrame, at.side, reach / span, (sign * (pointer.value - keyValue)) / reach, at.gesture);
  };
  const keyed = (event: KeyboardEvent, index: number) => {
    const { frame, value } = keys[index] as Key;
    const factor = event.shiftKey ? 10 : 1;
    const select = () => onSelect(frame, event.ctrlKey || event.shiftKey);
    const move = (by: number, rise: number) => onMoveKey(frame, between(index, frame + by * factor), value + rise * factor, 'curve-keys');
    const acts: Record<string, () => void> = {
      ArrowLeft: () => move(-1, 0),
      ArrowRight: () => move(1, 0),
      ArrowUp: () => move(0, own.meta.step),
      ArrowDown: () => move(0, -own.meta.step),
      Enter: select,
      ' ': select,
      Delete: () => onRemove(frame),
      Backspace: () => onRemove(frame),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  return { begin, end, moveKey, moveHandle, keyed };
}

/** The keys of a channel on its curve, with the handles of those that are selected. */
export function CurveKeys(props: CurveKeysProps) {
  const { own, scale, up, framesPerSecond, selected, onSelect } = props;
  const { keys } = own.channel;
  const { begin, end, moveKey, moveHandle, keyed } = useCurveDrag(props);
  return keys.map((key, i) => {
    const [x, y] = [scale(key.frame), up(key.value)];
    const on = selected.includes(key.frame);
    const value = `${(key.value * own.meta.shown).toFixed(own.meta.digits)} ${own.meta.unit}`;
    const label = `${own.meta.label}: key at frame ${key.frame}, ${value}`;
    return (
      <g key={i}>
        {on
          ? SIDES.map((side) => {
              const tip = handleEnd(keys, i, side);
              const other = keys[i + (side === 'leave' ? 1 : -1)];
              if (!tip || !other) return null;
              return (
                <g key={side}>
                  <line x1={x} y1={y} x2={scale(tip.frame)} y2={up(tip.value)} stroke="var(--text)" strokeOpacity={0.6} />
                  <g
                    role="button"
                    aria-label={
                      `${side === 'leave' ? 'Leaving' : 'Arriving'} handle at frame ${key.frame}: ` +
                      `${Math.round(tip.influence * 100)} %, ` +
                      `${(tip.speed * framesPerSecond * own.meta.shown).toFixed(2)} ${own.meta.unit}/s`
                    }
                    onPointerDown={(event) => begin(event, key.frame, key.value, side)}
                    onPointerMove={(event) => moveHandle(event, key.frame, key.value, Math.abs(other.frame - key.frame))}
                    onPointerUp={end}
                    onPointerCancel={end}
                  >
                    <circle cx={scale(tip.frame)} cy={up(tip.value)} r={9} fill="transparent" />
                    <rect
                      x={scale(tip.frame) - 3}
                      y={up(tip.value) - 3}
                      width={6}
                      height={6}
                      transform={`rotate(45 ${scale(tip.frame)} ${up(tip.value)})`}
                      fill="var(--well)"
                      stroke="var(--text)"
                    />
                  </g>
                </g>
              );
            })
          : null}
        <g
          role="button"
          tabIndex={0}
          aria-pressed={on}
          aria-label={label}
          onPointerDown={(event) => {
            onSelect(key.frame, event.ctrlKey || event.metaKey);
            begin(event, key.frame, key.value, null);
          }}
          onPointerMove={moveKey}
          onPointerUp={end}
          onPointerCancel={end}
          onKeyDown={(event) => keyed(event, i)}
        >
          <circle cx={x} cy={y} r={8} fill="transparent" />
          <circle cx={x} cy={y} r={4} fill={on ? 'var(--verdigris)' : own.colour} stroke="var(--well)" />
        </g>
      </g>
    );
  });
}
