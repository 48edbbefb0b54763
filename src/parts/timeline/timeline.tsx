'use client';

import { Maximize2, ZoomIn, ZoomOut } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { styled } from 'styled-components';
import type { RateName } from '@/core/time/rate';
import { IconButton } from '../controls';
import { hueColour } from '../theme';
import { useLatest } from '../use-latest';
import { useSize } from '../use-size';
import { LANE_HEIGHT } from './lane-height';
import type { LaneActions, LanePart } from './lane-actions';
import { LaneTrack } from './lane-track';
import type { Lane } from './lanes';
import { GUTTER, PlayheadLine, Row, type Scale, type TimelineRow } from './row';
import { Ruler, RULER_HEIGHT } from './ruler';
import { useBoxSelection, useSelectedFrames } from './box-selection';
import { panned, timeScale, zoomed, type Span } from './time-scale';

const Frame = styled.section`
  display: flex;
  flex-direction: column;
  min-height: 0;
  background: var(--panel);
`;
const Head = styled.div`
  flex: none;
  display: grid;
  grid-template-columns: ${GUTTER}px minmax(0, 1fr);
  border-top: 1px solid var(--line);
`;
const Zoom = styled.div`
  height: ${RULER_HEIGHT}px;
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 2px;
  padding: 0 8px 0 12px;
  > [role='radiogroup'],
  > [role='toolbar'] {
    margin-right: auto;
    flex-wrap: nowrap;
    gap: 0;
  }
  [role='radio'] {
    height: 18px;
    padding: 0 5px;
    font-size: 12px;
  }
  border-bottom: 1px solid var(--line);
  > button {
    width: 20px;
    height: 20px;
  }
`;
const Lanes = styled.div`
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  overflow-x: hidden;
  position: relative;
  display: grid;
  grid-template-columns: ${GUTTER}px minmax(0, 1fr);
  align-content: start;
`;
const Names = styled.div``;
const Name = styled.button<{ $hue: string; $on: boolean }>`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  width: 100%;
  height: ${LANE_HEIGHT}px;
  padding: 0 10px 0 11px;
  border: 0;
  border-left: 3px solid ${({ $hue }) => $hue};
  border-bottom: 1px solid var(--line);
  background: ${({ $on }) => ($on ? 'var(--raised)' : 'none')};
  text-align: left;
  font: 500 14px var(--label);
  cursor: default;
  outline-offset: -2px;
  &:hover {
    background: var(--raised);
  }
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  small {
    flex: 0 100 auto;
    min-width: 24px;
    overflow: hidden;
    text-overflow: ellipsis;
    text-align: right;
    font: 500 12px var(--label);
    color: var(--faint);
    white-space: nowrap;
  }
`;
const Tracks = styled.div`
  position: relative;
  min-width: 0;
`;

const SceneLine = styled(PlayheadLine)`
  background: repeating-linear-gradient(var(--brass) 0 3px, transparent 3px 6px);
  opacity: 0.7;
`;
const SelectionBox = styled.div`
  position: absolute;
  border: 1px solid var(--verdigris);
  background: color-mix(in srgb, var(--verdigris) 12%, transparent);
  pointer-events: none;
`;

export interface TimelineProps extends LaneActions {
  lanes: readonly Lane[];
  rate: RateName;
  /** Frames of the production. */
  length: number;
  playhead: number;
  pick: LanePart | null;
  /** Lane whose name is marked. */
  selected: string | null;
  onSelectLane: (id: string) => void;
  onSeek: (frame: number) => void;
  onScrub: (on: boolean) => void;
  /** Frame of the scene at the playhead, where time is bent. */
  sceneFrame?: number | null;
  /** Rows over and under the lanes. */
  above?: readonly TimelineRow[];
  below?: readonly TimelineRow[];
  /** What stands in the place of the lanes. */
  body?: (scale: Scale) => ReactNode;
  /** Keys that are selected together. */
  keys: readonly { owner: string; frame: number }[];
  onSelectKeys: (keys: { owner: string; frame: number }[]) => void;
  /** Beside the buttons of the zoom. */
  tools?: ReactNode;
  empty?: ReactNode;
}

const LaneNames = memo(function LaneNames({
  lanes,
  selected,
  onSelectLane,
  onSelectKeys,
}: Pick<TimelineProps, 'lanes' | 'selected' | 'onSelectLane' | 'onSelectKeys'>) {
  return (
    <Names>
      {lanes.map((lane) => (
        <Name
          key={lane.id}
          type="button"
          $hue={hueColour(lane.hue)}
          $on={selected === lane.id}
          aria-pressed={selected === lane.id}
          title="With Ctrl: all of its keys"
          onClick={(event) =>
            event.ctrlKey || event.metaKey
              ? onSelectKeys(lane.rivets.map(({ frame }) => ({ owner: lane.id, frame })))
              : onSelectLane(lane.id)
          }
        >
          <span>{lane.label}</span>
          <small>{lane.holder}</small>
        </Name>
      ))}
    </Names>
  );
});

/** One lane a owner of channels: moves as blocks with their speed, keys as rivets. Ctrl-wheel zooms, Shift-wheel pans. */
export const Timeline = memo(function Timeline(props: TimelineProps) {
  const {
    lanes,
    rate,
    length,
    playhead,
    pick,
    selected,
    onSelectLane,
    onSeek,
    onScrub,
    sceneFrame,
    above = [],
    below = [],
    body,
    keys,
    onSelectKeys,
    tools,
    empty,
  } = props;
  const { onPick, onRetime, onShift, onRemove, onKey, onToggle, onShiftSelected, snap } = props;
  const last = Math.max(1, length - 1);
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [shown, setShown] = useState<Span | null>(null);
  const span = useMemo(() => (shown ? panned(shown, 0, last) : { from: 0, to: last }), [shown, last]);
  const scale = useMemo(() => timeScale(span, width), [span, width]);
  const actions = useMemo<LaneActions>(
    () => ({ onPick, onRetime, onShift, onRemove, onKey, onToggle, onShiftSelected, snap }),
    [onPick, onRetime, onShift, onRemove, onKey, onToggle, onShiftSelected, snap],
  );
  const box = useBoxSelection(lanes, scale, onSelectKeys);
  const framesOf = useSelectedFrames(keys);
  const frame = useRef<HTMLElement>(null);
  const live = useLatest({ span, scale, last });

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      const { span: now, scale: at, last: end } = live.current;
      const left = ref.current?.getBoundingClientRect().left ?? 0;
      if (event.ctrlKey) setShown(zoomed(now, at.invert(event.clientX - left), Math.exp(event.deltaY * 0.002), end));
      else if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY))
        setShown(panned(now, ((event.deltaX || event.deltaY) / 600) * (now.to - now.from), end));
      else return;
      event.preventDefault();
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [ref, live]);

  return (
    <Frame ref={frame} aria-label="Timeline">
      <Head>
        <Zoom>
          {tools}
          <IconButton label="Show less time" $tone="quiet" onPress={() => setShown(zoomed(span, playhead, 0.5, last))}>
            <ZoomIn size={13} />
          </IconButton>
          <IconButton label="Show more time" $tone="quiet" onPress={() => setShown(zoomed(span, playhead, 2, last))}>
            <ZoomOut size={13} />
          </IconButton>
          <IconButton label="Show all of the time" $tone="quiet" onPress={() => setShown(null)}>
            <Maximize2 size={12} />
          </IconButton>
        </Zoom>
        <div ref={ref} style={{ minWidth: 0 }}>
          <Ruler scale={scale} span={span} rate={rate} playhead={playhead} last={length - 1} onSeek={onSeek} onScrub={onScrub} />
        </div>
      </Head>
      {above.map((row) => (
        <Row key={row.id} row={row} scale={scale} span={span} />
      ))}
      {body ? (
        <div style={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>{body(scale)}</div>
      ) : (
        <Lanes>
          <LaneNames lanes={lanes} selected={selected} onSelectLane={onSelectLane} onSelectKeys={onSelectKeys} />
          <Tracks {...box.handlers}>
            {lanes.map((lane) => (
              <LaneTrack key={lane.id} lane={lane} scale={scale} pick={pick} selected={framesOf(lane.id)} actions={actions} />
            ))}
            {box.area ? <SelectionBox style={box.area} /> : null}
            {sceneFrame !== undefined && sceneFrame !== null && sceneFrame >= span.from && sceneFrame <= span.to ? (
              <SceneLine style={{ left: scale(sceneFrame) }} title="Frame of the scene" />
            ) : null}
            {playhead >= span.from && playhead <= span.to ? <PlayheadLine style={{ left: scale(playhead) }} /> : null}
          </Tracks>
        </Lanes>
      )}
      {below.map((row) => (
        <Row key={row.id} row={row} scale={scale} span={span} />
      ))}
      {empty}
    </Frame>
  );
});
