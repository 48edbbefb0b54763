'use client';

import { Fragment, type ReactNode } from 'react';
import { Menu as AriaMenu, MenuItem, MenuTrigger, Separator } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, Menu } from './controls';

const Line = styled(MenuItem)`
  padding: 4px 8px;
  border-radius: 2px;
  cursor: default;
  outline: none;
  &[data-focused] {
    background: var(--verdigris-deep);
  }
  small {
    display: block;
    color: var(--faint);
  }
`;
const Parting = styled(Separator)`
  height: 1px;
  border: 0;
  margin: 3px 4px;
  background: var(--line);
`;

interface MenuChoice<K extends string> {
  id: K;
  label: string;
  /** What it is, in a few words. */
  note?: string;
}

/** A button that opens a list of things to do, in groups. */
export function MenuButton<K extends string>({
  label,
  groups,
  isDisabled = false,
  onChoose,
  children,
}: {
  /** What the list is of. */
  label: string;
  groups: readonly (readonly MenuChoice<K>[])[];
  isDisabled?: boolean;
  onChoose: (id: K) => void;
  children: ReactNode;
}) {
  return (
    <MenuTrigger>
      <Button $tone="quiet" isDisabled={isDisabled}>
        {children}
      </Button>
      <Menu>
        <AriaMenu aria-label={label} style={{ outline: 'none' }} onAction={(id) => onChoose(id as K)}>
          {groups.map((choices, i) => (
            <Fragment key={i}>
              {i > 0 ? <Parting /> : null}
              {choices.map(({ id, label: name, note }) => (
                <Line key={id} id={id} textValue={name}>
                  {name}
                  {note ? <small>{note}</small> : null}
                </Line>
              ))}
            </Fragment>
          ))}
        </AriaMenu>
      </Menu>
    </MenuTrigger>
  );
}
