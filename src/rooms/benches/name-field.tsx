'use client';

import type { ReactNode } from 'react';
import { styled } from 'styled-components';

const Line = styled.div`
  display: flex;
  align-items: center;
  gap: 2px;
  margin-bottom: 8px;
  input {
    flex: 1;
    min-width: 0;
    height: 24px;
    padding: 0 6px;
    border: 1px solid transparent;
    border-radius: 2px;
    background: none;
    font: 600 15px var(--label);
    &:hover {
      border-color: var(--line-strong);
    }
    &:focus {
      border-color: var(--verdigris);
      background: var(--well);
      outline: none;
    }
  }
`;

/** A name that can be typed over, taken when the field is left; Escape keeps the old one. */
export function NameField({
  label,
  value,
  placeholder,
  max = 80,
  onChange,
  children,
}: {
  label: string;
  value: string;
  placeholder?: string;
  /** Longest name. */
  max?: number;
  onChange: (name: string) => void;
  children?: ReactNode;
}) {
  return (
    <Line>
      <input
        key={value}
        aria-label={label}
        defaultValue={value}
        placeholder={placeholder}
        maxLength={max}
        onBlur={(event) => event.target.value !== value && onChange(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') event.currentTarget.value = value;
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
        }}
      />
      {children}
    </Line>
  );
}
