'use client';

import { line } from 'd3-shape';
import type { ScaleLinear } from 'd3-scale';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { styled } from 'styled-components';
import type { Reader } from '@/core/motion/readers';
import type { Channel } from '@/core/motion/channel';
import { handleEnd, type Side } from '@/core/motion/handle-edit';
import type { FieldMeta } from '@/core/schema/fields';
import { GUTTER, PlayheadLine, type Scale } from '../timeline/row';
import { hueColour } from '../theme';
import { useSize } from '../use-size';
import { curvesOf, speedScale, valueScale, type CurvePoint } from './curve-geometry';

const Frame = styled.div`
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: ${GUTTER}px minmax(0, 1fr);
`;
const Names = styled.div`
  overflow-y: auto;
  border-right: 1px solid var(--line);
  button {
    display: flex;
    align-items: center;
    gap: 8px;
    width: 100%;
    height: 24px;
    padding: 0 8px 0 12px;
    border: 0;
    background: none;
    font: 500 13px var(--label);
    text-align: left;
    cursor: default;
    outline-offset: -2px;
  }
  button:hover,
  button[aria-pressed='true'] {
    background: var(--raised);
  }
  i {
    width: 9px;
    height: 9px;
    border-radius: 5px;
    flex: none;
  }
  span {
    flex: 1;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  small {
    font: 11px var(--mono);
    color: var(--faint);
  }
`;
const Panes = styled.div`
  position: relative;
  min-width: 0;
  display: flex;
  flex-direction: column;
  svg {
    display: block;
    width: 100%;
    touch-action: none;
    overflow: hidden;
  }
  svg + svg {
    border-top: 1px solid var(--line-strong);
  }
  text {
    font: 10.5px var(--mono);
    fill: var(--faint);
    pointer-events: none;
  }
  [role='button'] {
    cursor: grab;
    outline: none;
  }
  [role='button']:focus-visible circle {
    stroke: var(--verdigris);
    stroke-width: 2;
  }
`;

export interface CurveChannel {
  name: string;
  meta: FieldMeta;
  channel: Channel;
  /** What its value is at any frame, wherever it comes from. */
  reader: Reader<number>;
}

export interface CurveViewProps {
  channels: readonly CurveChannel[];
  /** The channel whose keys and handles can be dragged. */
  active: string | null;
  /** `all` selects its keys too. */
  onActivate: (name: string, all: boolean) => void;
  scale: Scale;
  framesPerSecond: number;
  playhead: number;
  /** Frames of the keys of the active channel that are selected. */
  selected: readonly number[];
  onSelect: (frame: number, more: boolean) => void;
  onMoveKey: (frame: number, to: number, value: number, gesture: string) => void;
  onHandle: (frame: number, side: Side, influence: number, speed: number, gesture: string) => void;
  onRemove: (frame: number) => void;
  onAdd: (frame: number) => void;
  snap: (frame: number) => number;
  /** Under the names. */
  foot?: ReactNode;
}

const HUES = [25, 75, 150, 195, 250, 300, 345, 110];
const path = line<CurvePoint>();
const polyline = (points: readonly CurvePoint[], scale: Scale, up: ScaleLinear<number, number>) =>
  path.x(([f]) => scale(f)).y(([, v]) => up(v))([...points]) ?? '';

let gestures = 0;

/** Ticks of a value axis at the left of a pane, in the channel's unit. */
function Axis({
  up,
  shown,
  digits,
  unit,
  title,
}: {
  up: ScaleLinear<number, number>;
  shown: number;
  digits: number;
  unit: string;
  title: string;
}) {
  return (
    <g>
      {up.ticks(Math.max(2, Math.round(((up.range()[0] as number) - (up.range()[1] as number)) / 34))).map((v) => (
        <g key={v}>
          <line x1={0} x2="100%" y1={up(v)} y2={up(v)} stroke="var(--line)" strokeOpacity={Math.abs(v) < 1e-9 ? 1 : 0.5} />
          <text x={4} y={up(v) - 2}>
            {(v * shown).toFixed(Math.min(3, Math.max(digits, Math.abs(v * shown) < 1 ? 2 : 0)))}
          </text>
        </g>
      ))}
      <text x="100%" dx={-6} y={13} textAnchor="end">
        {title} {unit}
      </text>
    </g>
  );
}

/** A channel as it is drawn: its curves, each with a scale of its own. */
interface Drawn {
  name: string;
  channel: Channel;
  colour: string;
  curves: Record<'value' | 'speed', readonly CurvePoint[]>;
  value: ScaleLinear<number, number>;
  speed: ScaleLinear<number, number>;
}

/** The curves of the channels that are not dragged, faint behind the one that is. */
function Others({
  of,
  what,
  scale,
  strokeOpacity,
}: {
  of: readonly Drawn[];
  what: 'value' | 'speed';
  scale: Scale;
  strokeOpacity: number;
}) {
  return of.map((each) => (
    <path
      key={each.name}
      d={polyline(each.curves[what], scale, each[what])}
      fill="none"
      stroke={each.colour}
      strokeOpacity={strokeOpacity}
    />
  ));
}

/** Value over speed of the channels of one lane, each on a scale of its own; keys and handles of one of them are dragged. */
export function CurveView(props: CurveViewProps) {
  const {
    channels,
    active,
    onActivate,
    scale,
    framesPerSecond,
    playhead,
    selected,
    onSelect,
    onMoveKey,
    onHandle,
    onRemove,
    onAdd,
    snap,
    foot,
  } = props;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const tall = Math.max(40, Math.round(height * 0.6));
  const low = Math.max(30, height - tall - 1);
  const [from, to] = scale.domain() as [number, number];
  const drawn = useMemo(
    () =>
      channels.map(({ name, meta, channel, reader }, i) => {
        const curves = curvesOf(channel, reader, from, to, width, framesPerSecond);
        return {
          name,
          meta,
          channel,
          curves,
          colour: hueColour(HUES[i % HUES.length] as number),
          value: valueScale(channel, curves.value, tall),
          speed: speedScale(curves.speed, low),
        };
      }),
    [channels, from, to, width, framesPerSecond, tall, low],
  );
  const own = drawn.find(({ name }) => name === active) ?? drawn[0];
  const others = drawn.filter((each) => each !== own && each.channel.keys.length > 0);
  // Scales stand still while something is dragged, or it would run away.
  const [held, setHeld] = useState<ScaleLinear<number, number> | null>(null);
  const up = held ?? own?.value;

  const drag = useRef<{ x: number; y: number; frame: number; value: number; side: Side | null; gesture: string } | null>(null);
  const begin = (event: PointerEvent<SVGGElement>, frame: number, value: number, side: Side | null) => {
    if (!own) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, frame, value, side, gesture: `curve-${++gestures}` };
    setHeld(() => own.value);
  };
  const end = () => {
    drag.current = null;
    setHeld(null);
  };
  /** Where the pointer is, in frames and values. */
  const pointerAt = (event: PointerEvent<SVGGElement>) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    return { frame: scale.invert(event.clientX - (box?.left ?? 0)), value: up?.invert(event.clientY - (box?.top ?? 0)) ?? 0 };
  };
  const moveKey = (event: PointerEvent<SVGGElement>) => {
    const at = drag.current;
    if (!at || at.side !== null || Math.hypot(event.clientX - at.x, event.clientY - at.y) < 2) return;
    const pointer = pointerAt(event);
    const sideways = Math.abs(event.clientX - at.x);
    const upward = Math.abs(event.clientY - at.y);
    const keys = own?.channel.keys ?? [];
    const index = keys.findIndex(({ frame }) => frame === at.frame);
    // Shift keeps to one direction. A key does not pass its neighbours.
    const wanted = event.shiftKey && upward > sideways ? at.frame : snap(Math.round(pointer.frame));
    const frame = Math.max((keys[index - 1]?.frame ?? -Infinity) + 1, Math.min((keys[index + 1]?.frame ?? Infinity) - 1, wanted));
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
    const key = own?.channel.keys[index];
    if (!own || !key) return;
    const factor = event.shiftKey ? 10 : 1;
    const steps: Record<string, () => void> = {
      ArrowLeft: () =>
        onMoveKey(key.frame, Math.max((own.channel.keys[index - 1]?.frame ?? -1) + 1, key.frame - factor), key.value, 'curve-keys'),
      ArrowRight: () =>
        onMoveKey(key.frame, Math.min((own.channel.keys[index + 1]?.frame ?? Infinity) - 1, key.frame + factor), key.value, 'curve-keys'),
      ArrowUp: () => onMoveKey(key.frame, key.frame, key.value + own.meta.step * factor, 'curve-keys'),
      ArrowDown: () => onMoveKey(key.frame, key.frame, key.value - own.meta.step * factor, 'curve-keys'),
      Enter: () => onSelect(key.frame, event.ctrlKey || event.shiftKey),
      ' ': () => onSelect(key.frame, event.ctrlKey || event.shiftKey),
      Delete: () => onRemove(key.frame),
      Backspace: () => onRemove(key.frame),
    };
    const act = steps[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };

  return (
    <Frame>
      <Names role="group" aria-label="Curves">
        {drawn.map(({ name, meta, channel, colour }) => (
          <button
            key={name}
            type="button"
            aria-pressed={own?.name === name}
            title="With Ctrl: all of its keys"
            onClick={(event) => onActivate(name, event.ctrlKey || event.metaKey)}
          >
            <i style={{ background: channel.keys.length > 0 ? colour : 'var(--line-strong)' }} />
            <span>{meta.label}</span>
            <small>{channel.keys.length || ''}</small>
          </button>
        ))}
        <div style={{ padding: '4px 12px' }}>{foot}</div>
      </Names>
      <Panes ref={ref}>
        {own && up && height > 60 ? (
          <>
            <svg
              role="group"
              aria-label={`Values of ${own.meta.label}`}
              height={tall}
              onDoubleClick={(event) => {
                if ((event.target as Element).closest('[role="button"]')) return;
                onAdd(Math.max(0, Math.round(scale.invert(event.clientX - event.currentTarget.getBoundingClientRect().left))));
              }}
            >
              <Axis up={up} shown={own.meta.shown} digits={own.meta.digits} unit={own.meta.unit} title={own.meta.label} />
              <Others of={others} what="value" scale={scale} strokeOpacity={0.4} />
              <path d={polyline(own.curves.value, scale, up)} fill="none" stroke={own.colour} strokeWidth={1.75} />
              {own.channel.keys.map((key, i) => {
                const [x, y] = [scale(key.frame), up(key.value)];
                const on = selected.includes(key.frame);
                return (
                  <g key={i}>
                    {(['arrive', 'leave'] as const).map((side) => {
                      const tip = on ? handleEnd(own.channel.keys, i, side) : null;
                      const other = own.channel.keys[i + (side === 'leave' ? 1 : -1)];
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
                    })}
                    <g
                      role="button"
                      tabIndex={0}
                      aria-pressed={on}
                      aria-label={
                        `${own.meta.label}: key at frame ${key.frame}, ` +
                        `${(key.value * own.meta.shown).toFixed(own.meta.digits)} ${own.meta.unit}`
                      }
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
              })}
            </svg>
            <svg role="img" aria-label={`Speed of ${own.meta.label}`} height={low}>
              <Axis up={own.speed} shown={own.meta.shown} digits={own.meta.digits} unit={`${own.meta.unit}/s`} title="speed" />
              <Others of={others} what="speed" scale={scale} strokeOpacity={0.35} />
              <path d={polyline(own.curves.speed, scale, own.speed)} fill="none" stroke={own.colour} strokeWidth={1.5} />
            </svg>
            {playhead >= from && playhead <= to ? <PlayheadLine style={{ left: scale(playhead) }} /> : null}
          </>
        ) : null}
      </Panes>
    </Frame>
  );
}
