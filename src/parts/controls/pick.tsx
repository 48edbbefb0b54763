'use client';

import type { ReactNode } from 'react';
import { Button as AriaButton, Label, ListBox, ListBoxItem, Select, SelectValue } from 'react-aria-components';
import { styled } from 'styled-components';
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
  return (
    <Picker
      selectedKey={differs ? DIFFER.id : value}
      onSelectionChange={(key) => key !== null && !(differs && key === DIFFER.id) && onChange(key as K)}
    >
      <PickerLabel>{label}</PickerLabel>
      <OpeningList<string> options={differs ? [DIFFER, ...options] : options} footer={footer} />
    </Picker>
  );
}

/** The same within a line of text, which says what it is. */
export function LinePick<K extends string>({ label, value, onChange, ...list }: PickProps<K>) {
  return (
    <LinePicker aria-label={label} selectedKey={value} onSelectionChange={(key) => key !== null && onChange(key as K)}>
      <OpeningList {...list} />
    </LinePicker>
  );
}

function OpeningList<K extends string>({ options, footer }: { options: PickProps<K>['options']; footer?: ReactNode }) {
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
