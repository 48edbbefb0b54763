'use client';

import { useState } from 'react';
import { Autocomplete, Input, ListBox, ListBoxItem, Modal, SearchField, useFilter } from 'react-aria-components';
import { styled } from 'styled-components';
import { DialogBox, Veil } from '@/parts/dialog';
import { COMMANDS, type CommandContext } from './commands';

const Box = styled(DialogBox)`
  width: 440px;
  background: var(--raised);
  input {
    width: 100%;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    padding: 11px 14px;
    font-size: 16px;
    outline: none;
  }
`;
/** Scrolled by the keyboard too: the list itself keeps the focus in the field above it. */
const Scroller = styled.div.attrs({ tabIndex: 0, role: 'group', 'aria-label': 'Commands found' })`
  max-height: 50vh;
  overflow: auto;
`;
const List = styled(ListBox)`
  padding: 4px;
  outline: none;
` as typeof ListBox;
const Item = styled(ListBoxItem)`
  display: flex;
  justify-content: space-between;
  padding: 5px 10px;
  border-radius: 3px;
  cursor: default;
  outline: none;
  kbd {
    font: 11px var(--mono);
    color: var(--dim);
  }
  &[data-focused] {
    background: var(--verdigris-deep);
  }
`;

const KEY_NAMES: Record<string, string> = { mod: 'Ctrl', shift: 'Shift', ArrowLeft: '←', ArrowRight: '→' };
const keyWords = (keys: string) =>
  keys
    .split('+')
    .map((key) => KEY_NAMES[key] ?? (key.length === 1 ? key.toUpperCase() : key))
    .join(' ');

/** Every command by name, with its key. */
export function CommandFinder({ isOpen, onClose, context }: { isOpen: boolean; onClose: () => void; context: CommandContext }) {
  const { contains } = useFilter({ sensitivity: 'base' });
  const [text, setText] = useState('');
  const close = () => {
    setText('');
    onClose();
  };
  return (
    <Veil isOpen={isOpen} onOpenChange={(open) => !open && close()} isDismissable>
      <Modal>
        <Box aria-label="Find a command">
          <Autocomplete filter={contains} inputValue={text} onInputChange={setText}>
            <SearchField autoFocus aria-label="Command">
              <Input placeholder="What do you want to do?" />
            </SearchField>
            <Scroller>
              <List
                items={COMMANDS.filter(({ id }) => id !== 'finder')}
                aria-label="Commands"
                renderEmptyState={() => <p style={{ padding: 10, color: 'var(--dim)' }}>No command has that name.</p>}
                onAction={(id) => {
                  close();
                  COMMANDS.find((command) => command.id === id)?.run(context);
                }}
              >
                {({ id, label, keys }) => (
                  <Item id={id} textValue={label}>
                    {label}
                    {keys ? <kbd>{keyWords(keys)}</kbd> : null}
                  </Item>
                )}
              </List>
            </Scroller>
          </Autocomplete>
        </Box>
      </Modal>
    </Veil>
  );
}
