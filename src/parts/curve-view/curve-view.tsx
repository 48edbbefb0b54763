'use client';

import type { ScaleLinear } from 'd3-scale';
import { useMemo, useState, type ReactNode } from 'react';
import { styled } from 'styled-components';
import type { Reader } from '@/core/motion/readers';
import type { Channel } from '@/core/motion/channel';
import type { FieldMeta } from '@/core/schema/fields';
import { GUTTER, PlayheadLine, type Scale } from '../timeline/row';
import { hueColour } from '../theme';
import { useSize } from '../use-size';
import { curvesOf, speedScale, valueScale } from './curve-geometry';
import { CurveKeys, type CurveActions } from './curve-keys';
import { CurveNames } from './curve-names';
import { Axis, Others, polyline, type Drawn } from './curves-drawn';

const Frame = styled.div`
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: ${GUTTER}px minmax(0, 1fr);
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

export interface CurveViewProps extends CurveActions {
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
  onAdd: (frame: number) => void;
  /** Under the names. */
  foot?: ReactNode;
}

const HUES = [25, 75, 150, 195, 250, 300, 345, 110];
/** Value over speed of the channels of one lane, each on a scale of its own; keys and handles of one of them are dragged. */
export function CurveView({
  channels,
  active,
  onActivate,
  scale,
  framesPerSecond,
  playhead,
  selected,
  onAdd,
  foot,
  ...actions
}: CurveViewProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const tall = Math.max(40, Math.round(height * 0.6));
  const low = Math.max(30, height - tall - 1);
  const [from, to] = scale.domain() as [number, number];
  const drawn = useMemo<Drawn[]>(
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
  const [held, setHeld] = useState<ScaleLinear<number, number> | null>(null);
  const up = held ?? own?.value;

  return (
    <Frame>
      <CurveNames drawn={drawn} active={own?.name} onActivate={onActivate} foot={foot} frame={playhead} />
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
              <CurveKeys
                own={own}
                scale={scale}
                up={up}
                framesPerSecond={framesPerSecond}
                selected={selected}
                onHold={(on) => setHeld(() => (on ? own.value : null))}
                {...actions}
              />
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
