'use client';

import { styled } from 'styled-components';

/** A line of a list of things that have a hue: the first button in it selects, with a name on the left and a note on the right. */
export const ListEntry = styled.li<{ $hue: string; $on: boolean; $hidden?: boolean }>`
  position: relative;
  display: flex;
  align-items: center;
  list-style: none;
  border-left: 3px solid ${({ $hue }) => $hue};
  background: ${({ $on }) => ($on ? 'var(--raised)' : 'none')};
  &:hover {
    background: var(--raised);
  }
  > button:first-child {
    flex: 1;
    min-width: 0;
    display: flex;
    justify-content: space-between;
    gap: 8px;
    border: 0;
    background: none;
    padding: 4px 8px 4px 11px;
    text-align: left;
    font: 500 14px var(--label);
    opacity: ${({ $hidden }) => ($hidden ? 0.5 : 1)};
    cursor: default;
  }
  > button:first-child span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  small {
    color: var(--faint);
    font: 11px var(--mono);
    white-space: nowrap;
  }
`;
