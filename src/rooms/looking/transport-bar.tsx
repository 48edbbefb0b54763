'use client';

import { ChevronFirst, ChevronLast, Pause, Play, StepBack, StepForward } from 'lucide-react';
import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import { formatTimecode, parseTimecode } from '@/core/time/timecode';
import { IconButton } from '@/parts/controls';
import { useTyped } from '@/parts/fields/use-typed';
import { seek, stepBy, stepKey, togglePlay } from './transport';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const Bar = styled.div`
  height: 32px;
  flex: none;
  display: flex;
  align-items: center;
  gap: 2px;
  padding: 0 10px;
  border-top: 1px solid var(--line);
  background: var(--panel);
`;
const Clock = styled.input`
  width: 106px;
  height: 22px;
  margin: 0 8px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: var(--well);
  color: var(--brass);
  text-align: center;
  font: 600 13px var(--mono);
  &:hover {
    border-color: var(--line-strong);
  }
  &:focus {
    border-color: var(--verdigris);
    outline: none;
  }
`;
const NoTime = styled.div`
  position: absolute;
  bottom: 100%;
  left: 8px;
  width: max-content;
  padding: 3px 7px;
  border-radius: 3px;
  background: var(--coral);
  color: #101010;
  font: 500 12px var(--label);
`;
const Small = styled.span`
  font: 11px var(--mono);
  color: var(--faint);
  white-space: nowrap;
`;

function PlayheadClock() {
  const workspace = useWorkspace();
  const rate = useProduction((p) => p.format.rate);
  const frame = useView((s) => Math.round(s.playhead));
  const typed = useTyped(
    formatTimecode(frame, rate),
    (text) => parseTimecode(text, rate),
    (read) => seek(workspace, read),
  );
  return (
    <span style={{ position: 'relative' }}>
      <Clock
        aria-label="Timecode of the playhead"
        aria-invalid={typed.isBad}
        data-idle={typed.isTyping ? undefined : true}
        title="Type a timecode or a frame number"
        value={typed.text}
        onFocus={(event) => {
          workspace.view.setState({ playing: false });
          event.currentTarget.select();
        }}
        onChange={(event) => typed.type(event.target.value)}
        onBlur={typed.commit}
        onKeyDown={(event) => {
          if (event.key === 'Escape') typed.drop();
          if (event.key === 'Escape' || event.key === 'Enter') event.currentTarget.blur();
        }}
      />
      {typed.isBad ? <NoTime role="alert">This is no timecode. Type 00:00:02:12, or a frame.</NoTime> : null}
    </span>
  );
}

/** Play, step, and where the playhead is. */
export function TransportBar({ children }: { children?: ReactNode }) {
  const workspace = useWorkspace();
  const { playing, frame, speed } = useView((s) => ({ playing: s.playing, frame: Math.round(s.playhead), speed: s.playing ? s.speed : 1 }));
  const length = useProduction((p) => p.format.length);
  return (
    <Bar role="toolbar" aria-label="Transport">
      <IconButton label="Previous key" keys="Page up" $tone="quiet" onPress={() => stepKey(workspace, -1)}>
        <ChevronFirst size={15} />
      </IconButton>
      <IconButton label="One frame back" keys="←" $tone="quiet" onPress={() => stepBy(workspace, -1)}>
        <StepBack size={13} />
      </IconButton>
      <IconButton label={playing ? 'Stop' : 'Play'} keys="Space" $tone="quiet" onPress={() => togglePlay(workspace)}>
        {playing ? <Pause size={15} /> : <Play size={15} />}
      </IconButton>
      <IconButton label="One frame on" keys="→" $tone="quiet" onPress={() => stepBy(workspace, 1)}>
        <StepForward size={13} />
      </IconButton>
      <IconButton label="Next key" keys="Page down" $tone="quiet" onPress={() => stepKey(workspace, 1)}>
        <ChevronLast size={15} />
      </IconButton>
      <PlayheadClock />
      <Small>
        {frame < length ? `frame ${frame}, last ${length - 1}` : `frame ${frame}, after the last`}
        {speed === 1 ? null : ` · ${speed}×`}
      </Small>
      {children}
    </Bar>
  );
}
