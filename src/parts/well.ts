'use client';

import { styled } from 'styled-components';

/** What a drawing fills as large as there is room, dark under it. */
export const Well = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: var(--well);
  > svg {
    display: block;
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    touch-action: none;
  }
  text {
    pointer-events: none;
  }
`;
