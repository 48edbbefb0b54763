'use client';

import { Shapes } from 'lucide-react';
import { Menu as AriaMenu, MenuItem, MenuTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { FORM_KINDS, FORMS, type FormKind } from '@/core/outline/forms';
import { addForm } from '@/core/production/edits/mark-edits';
import { Button, Menu } from '@/parts/controls';
import { useEdit, useWorkspace } from '../shared/workspace';

const Item = styled(MenuItem)`
  padding: 4px 8px;
  border-radius: 2px;
  cursor: default;
  outline: none;
  &[data-focused] { background: var(--verdigris-deep); }
`;

/** Adds one of the plain forms. */
export function AddForm() {
  const { view } = useWorkspace();
  const edit = useEdit();
  return (
    <MenuTrigger>
      <Button $tone="quiet">
        <Shapes size={13} /> Plain form
      </Button>
      <Menu>
        <AriaMenu
          aria-label="Plain form"
          style={{ outline: 'none' }}
          onAction={(kind) =>
            edit((draft) => {
              view.setState({ selection: { kind: 'mark', id: addForm(draft, kind as FormKind) }, pick: null });
            })
          }
        >
          {FORM_KINDS.map((kind) => (
            <Item key={kind} id={kind}>
              {FORMS[kind].label}
            </Item>
          ))}
        </AriaMenu>
      </Menu>
    </MenuTrigger>
  );
}
