'use client';

import { styled } from 'styled-components';

/** A pane below the picture: a list at its left, and what is chosen in it beside that; each scrolls by itself. */
export const BelowPane = styled.section`
  display: grid;
  grid-template-columns: minmax(210px, 290px) minmax(0, 1fr);
  height: 100%;
  min-height: 0;
  > div {
    min-height: 0;
    overflow: auto;
    padding: 8px 14px;
  }
  > div + div {
    border-left: 1px solid var(--line);
  }
`;
