'use client';

import { styled } from 'styled-components';

/** Things one below the other: a press on the name opens each, what else is done with it stands behind. */
export const ItemList = styled.ul`
  list-style: none;
  margin: 2px 0 6px;
  padding: 0;
  li {
    display: flex;
    align-items: center;
    justify-content: space-between;
    min-height: 24px;
  }
  li > button:first-child {
    flex: 1;
    border: 0;
    background: none;
    text-align: left;
    padding: 2px 4px;
    font-size: 12px;
    &[aria-expanded='true'] {
      color: var(--verdigris);
    }
  }
`;
