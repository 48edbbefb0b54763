'use client';

import { Switch } from 'react-aria-components';
import { styled } from 'styled-components';
import { KeyToggle, type Keyed } from './key-toggle';

const Line = styled.div`
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) 20px;
  align-items: center;
  min-height: 25px;
  > span:first-child {
    font: 500 13px var(--label);
    color: var(--dim);
    white-space: nowrap;
  }
`;
const Toggle = styled(Switch)`
  justify-self: end;
  display: flex;
  align-items: center;
  &::before {
    content: '';
    width: 24px;
    height: 12px;
    border-radius: 6px;
    border: 1px solid var(--line-strong);
    background: radial-gradient(circle at 6px 5px, var(--dim) 4px, transparent 4.5px);
  }
  &[data-selected]::before {
    background: radial-gradient(circle at 16px 5px, var(--on-verdigris) 4px, transparent 4.5px), var(--verdigris);
  }
  &[data-focus-visible]::before {
    outline: 2px solid var(--verdigris);
    outline-offset: 1px;
  }
`;

/** Something that is on or off. */
export function SwitchField({
  label,
  name = label,
  value,
  onChange,
  keyed,
  onToggleKey,
}: {
  label: string;
  /** What it is called where its surroundings are not seen. */
  name?: string;
  value: boolean;
  onChange: (on: boolean) => void;
  keyed?: Keyed;
  onToggleKey?: () => void;
}) {
  return (
    <Line>
      <span>{label}</span>
      <Toggle isSelected={value} onChange={onChange} aria-label={name} />
      <KeyToggle label={name} keyed={keyed} onToggle={onToggleKey} />
    </Line>
  );
}
