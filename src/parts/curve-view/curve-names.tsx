'use client';

import type { ReactNode } from 'react';
import { styled } from 'styled-components';
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

/** The channels of a lane by name, with the hue of their curve and how many keys they have. */
export function CurveNames({
  drawn,
  active,
  onActivate,
  foot,
}: {
  drawn: readonly Drawn[];
  active: string | undefined;
  onActivate: (name: string, all: boolean) => void;
  foot: ReactNode;
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
          <i style={{ background: channel.keys.length > 0 ? colour : 'var(--line-strong)' }} />
          <span>{meta.label}</span>
          <small>{channel.keys.length || ''}</small>
        </button>
      ))}
      <div style={{ padding: '4px 12px' }}>{foot}</div>
    </List>
  );
}
