'use client';

import type { ReactNode } from 'react';
import {
  Button as AriaButton,
  Checkbox,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
  Select,
  SelectValue,
  ToggleButton,
  ToggleButtonGroup,
  Tooltip,
  TooltipTrigger,
  type ButtonProps,
  type Key,
} from 'react-aria-components';
import { styled } from 'styled-components';

/** Small shared controls: behaviour from React Aria, looks from the tokens. */

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

const Picker = styled(Select)`
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) 20px;
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
export const Menu = styled(Popover)`
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

/** One of many choices, in a list that opens. An option may be drawn its own way. */
export function Pick<K extends string>({ label, value, onChange, ...list }: PickProps<K>) {
  return (
    <Picker selectedKey={value} onSelectionChange={(key) => key !== null && onChange(key as K)}>
      <PickerLabel>{label}</PickerLabel>
      <OpeningList {...list} />
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
