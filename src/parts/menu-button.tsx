'use client';

import { Fragment, useEffect, type ReactNode } from 'react';
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

const Nothing = styled.p`
  margin: 0;
  padding: 4px 8px;
  color: var(--faint);
`;

interface MenuChoice<K extends string> {
  id: K;
  label: string;
  /** What it is, in a few words. */
  note?: string;
}

/** Tells while something is pointed at, by the mouse or by the keys. */
function Pointed({ isPointed, onPoint }: { isPointed: boolean; onPoint: (isPointed: boolean) => void }) {
  useEffect(() => {
    if (!isPointed) return;
    onPoint(true);
    return () => onPoint(false);
    // What is told does not change while one thing is pointed at.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isPointed]);
  return null;
}

/** A button that opens a list of things to do, in groups. */
export function MenuButton<K extends string>({
  label,
  groups,
  isDisabled = false,
  empty,
  onOpen,
  onChoose,
  onPoint,
  children,
}: {
  /** What the list is of. */
  label: string;
  groups: readonly (readonly MenuChoice<K>[])[];
  isDisabled?: boolean;
  /** Said in place of the list as long as there is nothing in it. */
  empty?: string;
  onOpen?: () => void;
  onChoose: (id: K) => void;
  /** Told what is pointed at while the list is open; null for nothing any more. */
  onPoint?: (id: K | null) => void;
  children: ReactNode;
}) {
  return (
    <MenuTrigger onOpenChange={(isOpen) => (isOpen ? onOpen?.() : undefined)}>
      <Button $tone="quiet" isDisabled={isDisabled}>
        {children}
      </Button>
      <Menu>
        <AriaMenu
          aria-label={label}
          style={{ outline: 'none' }}
          onAction={(id) => onChoose(id as K)}
          renderEmptyState={() => <Nothing role="status">{empty}</Nothing>}
        >
          {groups.map((choices, i) => (
            <Fragment key={i}>
              {i > 0 ? <Parting /> : null}
              {choices.map(({ id, label: name, note }) => (
                <Line key={id} id={id} textValue={name}>
                  {({ isFocused }) => (
                    <>
                      {onPoint ? <Pointed isPointed={isFocused} onPoint={(is) => onPoint(is ? id : null)} /> : null}
                      {name}
                      {note ? <small>{note}</small> : null}
                    </>
                  )}
                </Line>
              ))}
            </Fragment>
          ))}
        </AriaMenu>
      </Menu>
    </MenuTrigger>
  );
}
