'use client';

import { memo, useCallback, type ReactNode } from 'react';
import { Button as AriaButton, Label, ListBox, ListBoxItem, Select, SelectValue } from 'react-aria-components';
import { styled } from 'styled-components';
import { useLatest } from '../use-latest';
import { useEqual } from '../use-same';
import { Opened } from './opened';

const Picker = styled(Select)`
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  align-items: center;
  min-height: 25px;
` as typeof Select;
const PickerLabel = styled(Label)`
  font: 500 13px var(--label);
  color: var(--dim);
`;
const PickerButton = styled(AriaButton)`
  height: 21px;
  min-width: 0;
  padding: 0 7px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: var(--well);
  text-align: right;
  font-size: 12px;
  display: flex;
  justify-content: space-between;
  gap: 6px;
  align-items: center;
  &[data-hovered] {
    border-color: var(--line-strong);
  }
`;
const PickerValue = styled(SelectValue)`
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  flex: 1;
` as typeof SelectValue;
export const Menu = styled(Opened)`
  background: var(--raised);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  box-shadow: 0 6px 20px rgb(0 0 0 / 0.45);
  max-height: 360px;
  overflow: auto;
  min-width: 170px;
  padding: 3px;
`;
const Item = styled(ListBoxItem)`
  padding: 4px 8px;
  border-radius: 2px;
  font-size: 13px;
  cursor: default;
  outline: none;
  &[data-focused] {
    background: var(--verdigris-deep);
  }
  &[data-selected] {
    color: var(--verdigris);
  }
  &[data-focused][data-selected] {
    color: var(--text);
  }
`;

const LinePicker = styled(Select)`
  display: inline-block;
  vertical-align: middle;
  button {
    height: 18px;
    padding: 0 4px;
    background: none;
    color: inherit;
    font: inherit;
  }
` as typeof Select;

interface PickProps<K extends string> {
  label: string;
  options: readonly { id: K; label: string; style?: React.CSSProperties }[];
  value: K;
  onChange: (id: K) => void;
  footer?: ReactNode;
}

const DIFFER = { id: 'differ', label: 'differ' };

/**
 * One of many choices, in a list that opens. An option may be drawn its own way.
 * @param differs of several things that are edited together, some have another value
 */
export function Pick<K extends string>({ label, value, onChange, options, footer, differs = false }: PickProps<K> & { differs?: boolean }) {
  const choose = useChoose((id) => !(differs && id === DIFFER.id) && onChange(id as K));
  return (
    <BenchPick
      label={label}
      value={differs ? DIFFER.id : value}
      onChange={choose}
      options={useEqual(differs ? [DIFFER, ...options] : options)}
      footer={footer}
    />
  );
}

/** The same within a line of text, which says what it is. */
export function LinePick<K extends string>({ label, value, onChange, options, footer }: PickProps<K>) {
  const choose = useChoose((id) => onChange(id as K));
  return <TextPick label={label} value={value} onChange={choose} options={useEqual(options)} footer={footer} />;
}

function useChoose(onChange: (id: string) => void): (id: string) => void {
  const latest = useLatest(onChange);
  return useCallback((id: string) => latest.current(id), [latest]);
}

// A list is made with all its choices also while it is shut: with every frame of a drag that would be dear.
const BenchPick = memo(function BenchPick({ label, value, onChange, ...list }: PickProps<string>) {
  return (
    <Picker selectedKey={value} onSelectionChange={(key) => key !== null && onChange(String(key))}>
      <PickerLabel>{label}</PickerLabel>
      <OpeningList {...list} />
    </Picker>
  );
});

const TextPick = memo(function TextPick({ label, value, onChange, ...list }: PickProps<string>) {
  return (
    <LinePicker aria-label={label} selectedKey={value} onSelectionChange={(key) => key !== null && onChange(String(key))}>
      <OpeningList {...list} />
    </LinePicker>
  );
});

function OpeningList({ options, footer }: { options: PickProps<string>['options']; footer?: ReactNode }) {
  return (
    <>
      <PickerButton>
        <PickerValue />
        <span aria-hidden style={{ color: 'var(--faint)', fontSize: 9 }}>
          ▾
        </span>
      </PickerButton>
      <Menu>
        <ListBox>
          {options.map((option) => (
            <Item key={option.id} id={option.id} textValue={option.label} style={option.style}>
              {option.label}
            </Item>
          ))}
        </ListBox>
        {footer}
      </Menu>
    </>
  );
}
