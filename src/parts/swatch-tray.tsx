'use client';

import { styled } from 'styled-components';

/** Swatches to choose from, each a button with its name. */
export const SwatchTray = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
  margin: 4px 0 8px;
  button {
    display: flex;
    flex-direction: column;
    align-items: center;
    gap: 3px;
    padding: 5px 2px 4px;
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--well);
    color: var(--dim);
    font: 500 11px/1.15 var(--label);
    text-align: center;
    &:hover {
      border-color: var(--line-strong);
      color: var(--text);
    }
    &[aria-pressed='true'] {
      border-color: var(--verdigris);
      color: var(--text);
    }
  }
`;
