'use client';

import { memo } from 'react';
import { styled } from 'styled-components';
import { BASE, type LaneActions, type LanePart } from './lane-actions';
import { hueColour } from '../theme';
import { LANE_HEIGHT } from './lane-height';
import type { Lane } from './lanes';
import { MoveBlock } from './move-block';
import { RivetHandle } from './rivet';
import { GRABBED, type Scale } from './row';

const Track = styled.svg`
  display: block;
  width: 100%;
  height: ${LANE_HEIGHT}px;
  border-bottom: 1px solid var(--line);
  touch-action: none;
  overflow: hidden;
  ${GRABBED}
`;

/** Keyed colours as strips, keyed switches as bars, along the foot of the lane. */
function Feet({ lane, scale }: { lane: Lane; scale: Scale }) {
  const end = scale.range()[1] as number;
  return (
    <>
      {lane.strips.map(({ name, from, to, colours }, i) => (
        <g key={name} data-strip={name} transform={`translate(0 ${BASE + 2 + 4 * i})`} pointerEvents="none">
          {colours.map((colour, k) => {
            const width = Math.max(1, (scale(to) - scale(from)) / colours.length);
            return <rect key={k} x={scale(from) + k * width} width={width + 0.5} height={3} fill={colour} />;
          })}
        </g>
      ))}
      {lane.bars.map(({ name, spans }, i) => (
        <g key={name} data-bars={name} transform={`translate(0 ${BASE + 2 + 4 * (lane.strips.length + i)})`} pointerEvents="none">
          {spans.map(({ from, to }) => (
            <rect
              key={from}
              x={scale(from)}
              width={Math.max(1, (Number.isFinite(to) ? Math.min(end, scale(to)) : end) - scale(from))}
              height={3}
              fill="var(--dim)"
            />
          ))}
        </g>
      ))}
    </>
  );
}

/** Turns of several things as thin bars, the first one at the top. */
function Fan({ lane, scale }: { lane: Lane; scale: Scale }) {
  const step = (BASE - 4) / lane.fan.length;
  return (
    <g data-fan={lane.id} pointerEvents="none">
      {lane.fan.map(({ from, to }, i) => (
        <rect
          key={i}
          x={scale(from)}
          y={2 + i * step}
          width={Math.max(1, scale(to) - scale(from))}
          height={Math.max(0.6, step - Math.min(1, step / 3))}
          fill={hueColour(lane.hue ?? 0, 0.85)}
          fillOpacity={0.85}
        />
      ))}
    </g>
  );
}

/** One lane: its moves and rivets. */
export const LaneTrack = memo(function LaneTrack({
  lane,
  scale,
  pick,
  selected,
  actions,
}: {
  lane: Lane;
  scale: Scale;
  pick: LanePart | null;
  selected: readonly number[];
  actions: LaneActions;
}) {
  const own = pick?.owner === lane.id ? pick : null;
  return (
    <Track
      aria-label={`${lane.label}, ${lane.holder}`}
      onDoubleClick={(event) => {
        if (event.target !== event.currentTarget) return;
        const left = event.currentTarget.getBoundingClientRect().left;
        actions.onKey(lane.id, Math.max(0, Math.round(scale.invert(event.clientX - left))));
      }}
    >
      <Feet lane={lane} scale={scale} />
      {lane.moves.map((move, i) => (
        <MoveBlock
          key={i}
          lane={lane}
          move={move}
          scale={scale}
          picked={own?.kind === 'move' && own.from === move.from && own.to === move.to}
          actions={actions}
        />
      ))}
      {lane.fan.length > 0 ? <Fan lane={lane} scale={scale} /> : null}
      {lane.rivets.map((rivet, i) => (
        <RivetHandle
          key={i}
          lane={lane}
          rivet={rivet}
          scale={scale}
          picked={own?.kind === 'station' && own.frame === rivet.frame}
          selected={selected.includes(rivet.frame)}
          actions={actions}
        />
      ))}
    </Track>
  );
});
