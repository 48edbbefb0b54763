'use client';

import { Shapes } from 'lucide-react';
import { Menu as AriaMenu, MenuTrigger, Separator } from 'react-aria-components';
import { FORM_KINDS, FORMS, type FormKind } from '@/core/outline/forms';
import { addBody, addForm } from '@/core/production/edits/mark-edits';
import { BODIES, BODY_KINDS, type BodyKind } from '@/core/solid/bodies';
import { Button, Menu } from '@/parts/controls';
import { MenuLine } from '@/parts/menu-line';
import { useEdit, useWorkspace } from '../workspace/workspace';

/** Adds one of the plain forms or bodies. */
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
              const id = BODY_KINDS.includes(kind as BodyKind) ? addBody(draft, kind as BodyKind) : addForm(draft, kind as FormKind);
              view.setState({ selection: { kind: 'mark', id }, pick: null });
            })
          }
        >
          {FORM_KINDS.map((kind) => (
            <MenuLine key={kind} id={kind}>
              {FORMS[kind].label}
            </MenuLine>
          ))}
          <Separator style={{ height: 1, border: 0, margin: '3px 4px', background: 'var(--line)' }} />
          {BODY_KINDS.map((kind) => (
            <MenuLine key={kind} id={kind}>
              {BODIES[kind].label}
            </MenuLine>
          ))}
        </AriaMenu>
      </Menu>
    </MenuTrigger>
  );
}
