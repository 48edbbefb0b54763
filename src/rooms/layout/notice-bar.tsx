'use client';

import { styled } from 'styled-components';

/** Something to be known, across the page below its top bar, until it is read. */
export const NoticeBar = styled.div<{ $hue?: string }>`
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 6px 14px;
  border-bottom: 1px solid ${({ $hue = 'var(--coral)' }) => $hue};
  background: var(--panel);
  span {
    flex: 1;
  }
`;
