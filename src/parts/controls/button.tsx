'use client';

import type { ReactNode } from 'react';
import { Button as AriaButton, Tooltip, TooltipTrigger, type ButtonProps } from 'react-aria-components';
import { styled } from 'styled-components';

export const Button = styled(AriaButton)<{ $tone?: 'primary' | 'danger' | 'quiet' }>`
  height: 26px;
  padding: 0 10px;
  border: 1px solid ${({ $tone }) => ($tone === 'quiet' ? 'transparent' : 'var(--line)')};
  border-radius: 3px;
  background: ${({ $tone }) => ($tone === 'primary' ? 'var(--verdigris)' : $tone === 'quiet' ? 'transparent' : 'var(--raised)')};
  color: ${({ $tone }) => ($tone === 'primary' ? 'var(--on-verdigris)' : $tone === 'danger' ? 'var(--coral)' : 'var(--text)')};
  font-size: 12px;
  font-weight: 500;
  white-space: nowrap;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 6px;
  cursor: default;
  &[data-hovered] {
    border-color: var(--line-strong);
  }
  &[data-pressed] {
    filter: brightness(0.9);
  }
  &[data-disabled] {
    opacity: 0.45;
  }
`;

const Tip = styled(Tooltip)`
  background: var(--raised);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  padding: 3px 7px;
  font-size: 12px;
  box-shadow: 0 2px 8px rgb(0 0 0 / 0.4);
`;

const Square = styled(Button)`
  width: 26px;
  padding: 0;
`;

/** A button with a picture on it: its words are its label and its tip. */
export function IconButton({
  label,
  keys,
  children,
  ...props
}: ButtonProps & { label: string; keys?: string; children: ReactNode; $tone?: 'quiet' }) {
  return (
    <TooltipTrigger delay={500}>
      <Square aria-label={label} {...props}>
        {children}
      </Square>
      <Tip offset={4}>
        {label}
        {keys ? <kbd style={{ marginLeft: 8, color: 'var(--dim)', fontFamily: 'var(--mono)', fontSize: 11 }}>{keys}</kbd> : null}
      </Tip>
    </TooltipTrigger>
  );
}
