'use client';

import { Switch } from 'react-aria-components';
import { styled } from 'styled-components';
import { FieldLine } from './field-line';
import { Edged, KeyToggle, type Keyed } from './key-toggle';

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
    <FieldLine>
      <span>{label}</span>
      <Edged style={{ justifySelf: 'end' }}>
        <Toggle isSelected={value} onChange={onChange} aria-label={name} />
        <KeyToggle label={name} keyed={keyed} onToggle={onToggleKey} />
      </Edged>
    </FieldLine>
  );
}
