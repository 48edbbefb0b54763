'use client';

import { styled } from 'styled-components';

/** What is said beside a control. */
export const Hint = styled.p<{ role?: string }>`
  color: var(--faint);
  font-size: 12px;
  margin: 4px 0;
`;
/** Something a bench has to say with what can be done about it, in one press. */
export const Notice = styled.div<{ $hue?: string }>`
  margin: 4px 0 6px;
  padding: 6px 8px;
  border-left: 2px solid ${({ $hue = 'var(--coral)' }) => $hue};
  background: var(--well);
  font-size: 12px;
  button {
    margin-top: 5px;
  }
`;
/** What went wrong, where it did. */
export const Trouble = styled.p.attrs({ role: 'alert' })`
  color: var(--coral);
  font-size: 12px;
  margin: 4px 0;
`;
