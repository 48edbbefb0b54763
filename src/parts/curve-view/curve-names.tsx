'use client';

import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import { SAME_FRAME } from '@/core/motion/edit-channel';
import { edgeOf, type Keyed } from '../fields/key-toggle';
import type { Drawn } from './curves-drawn';

const List = styled.div`
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
  span {
    flex: 1;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    line-height: 18px;
  }
  small {
    font: 11px var(--mono);
    color: var(--faint);
  }
`;

const keyedAt = (channel: Drawn['channel'], frame: number): Keyed =>
  channel.keys.length === 0 ? 'none' : channel.keys.some((key) => Math.abs(key.frame - frame) < SAME_FRAME) ? 'here' : 'keyed';

/** The channels of a lane by name, and how many keys they have; their lower edge, in the hue of the curve, tells of keys as fields do. */
export function CurveNames({
  drawn,
  active,
  onActivate,
  foot,
  frame,
}: {
  drawn: readonly Drawn[];
  active: string | undefined;
  onActivate: (name: string, all: boolean) => void;
  foot: ReactNode;
  /** Of the playhead. */
  frame: number;
}) {
  return (
    <List role="group" aria-label="Curves">
      {drawn.map(({ name, meta, channel, colour }) => (
        <button
          key={name}
          type="button"
          aria-pressed={active === name}
          title="With Ctrl: all of its keys"
          onClick={(event) => onActivate(name, event.ctrlKey || event.metaKey)}
        >
          <span style={{ borderBottom: edgeOf(keyedAt(channel, frame), colour) }}>{meta.label}</span>
          <small>{channel.keys.length || ''}</small>
        </button>
      ))}
      <div style={{ padding: '4px 12px' }}>{foot}</div>
    </List>
  );
}
