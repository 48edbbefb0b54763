'use client';

import type { ReactNode } from 'react';
import { ToggleButton, ToggleButtonGroup, type Key } from 'react-aria-components';
import { styled } from 'styled-components';

const Pills = styled(ToggleButtonGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
`;
const Pill = styled(ToggleButton)`
  height: 22px;
  padding: 0 9px;
  border: 1px solid var(--line);
  border-radius: 11px;
  background: none;
  font: 500 12px var(--label);
  letter-spacing: 0.02em;
  color: var(--dim);
  cursor: default;
  &[data-hovered] {
    border-color: var(--line-strong);
    color: var(--text);
  }
  &[data-selected] {
    border-color: var(--verdigris);
    color: var(--verdigris);
  }
  &[data-disabled] {
    opacity: 0.4;
  }
`;

/** One of a few choices, all in sight. */
export function Choices<K extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly { id: K; label: string; icon?: ReactNode }[];
  value: K | null;
  onChange: (id: K) => void;
}) {
  return (
    <Pills
      aria-label={label}
      selectionMode="single"
      selectedKeys={value === null ? [] : [value]}
      onSelectionChange={(keys) => {
        const [key] = keys as Set<Key>;
        if (key !== undefined) onChange(key as K);
      }}
    >
      {options.map((option) => (
        <Pill
          key={option.id}
          id={option.id}
          aria-label={option.icon ? option.label : undefined}
          style={option.icon ? { padding: '0 4px', display: 'flex', alignItems: 'center' } : undefined}
        >
          {option.icon ?? option.label}
        </Pill>
      ))}
    </Pills>
  );
}
