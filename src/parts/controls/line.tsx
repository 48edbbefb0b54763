'use client';

import type { ReactNode } from 'react';
import { Checkbox } from 'react-aria-components';
import { styled } from 'styled-components';

export const Heading = styled.h3`
  font: 500 12px var(--label);
  color: var(--faint);
  letter-spacing: 0.03em;
  margin: 14px 0 5px;
  &:first-child {
    margin-top: 0;
  }
`;

/** A line of the bench: a label and what stands beside it. */
export function Row({ label, wide = false, children }: { label: string; wide?: boolean; children: ReactNode }) {
  return (
    <RowBox $wide={wide}>
      <span>{label}</span>
      <div>{children}</div>
    </RowBox>
  );
}
const RowBox = styled.div<{ $wide: boolean }>`
  display: grid;
  grid-template-columns: ${({ $wide }) => ($wide ? '50px minmax(0, 1fr)' : '92px minmax(0, 1fr) 20px')};
  align-items: center;
  min-height: 25px;
  > span {
    font: 500 13px var(--label);
    color: var(--dim);
  }
  > div {
    display: flex;
    gap: 4px;
    align-items: center;
    justify-content: flex-end;
    min-width: 0;
  }
  ${({ $wide }) => ($wide ? '[role="radio"] { padding: 0 7px; }' : '')}
`;

/** A choice of yes or no. */
export const Tick = styled(Checkbox)`
  /* The box for screen readers lies in it, and not somewhere below the page. */
  position: relative;
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: 24px;
  font: 500 13px var(--label);
  color: var(--dim);
  &::before {
    content: '';
    width: 11px;
    height: 11px;
    border: 1px solid var(--line-strong);
    border-radius: 2px;
  }
  &[data-selected]::before {
    background: var(--verdigris);
    border-color: var(--verdigris);
  }
  &[data-focus-visible]::before {
    outline: 2px solid var(--verdigris);
    outline-offset: 1px;
  }
`;
