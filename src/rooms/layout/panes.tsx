'use client';

import { styled } from 'styled-components';

/** The frames that rooms are laid out in. */

export const RoomBody = styled.main`
  flex: 1;
  min-height: 0;
  display: flex;
`;
export const Column = styled.div`
  flex: 1;
  min-width: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
`;
export const Band = styled.div`
  display: flex;
  min-height: 0;
  min-width: 0;
`;
export const PaneTitle = styled.div`
  height: 24px;
  flex: none;
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  padding: 0 10px;
  background: var(--panel);
  font: 500 12px var(--label);
  color: var(--dim);
  white-space: nowrap;
  overflow: hidden;
  > span {
    display: inline-flex;
    align-items: center;
    min-width: 0;
    overflow: hidden;
  }
  [role='radiogroup'] > *,
  [role='toolbar'] > * {
    height: 18px;
  }
  b {
    font-weight: 600;
    color: var(--text);
    margin-right: 12px;
  }
`;
/** @param $share of the width that benches beside one another have */
export const Bench = styled.aside<{ $share?: number }>`
  flex: ${({ $share = 1 }) => $share} 1 0;
  min-width: 0;
  position: relative;
  overflow-y: auto;
  background: var(--panel);
  padding: 10px 12px 16px;
  & + & {
    border-left: 1px solid var(--line);
  }
`;
