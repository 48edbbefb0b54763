'use client';

import { Shapes } from 'lucide-react';
import { FORM_KINDS, FORMS, type FormKind } from '@/core/outline/forms';
import { addBody, addForm } from '@/core/production/edits/mark-edits';
import { BODIES, BODY_KINDS, type BodyKind } from '@/core/solid/bodies';
import { MenuButton } from '@/parts/menu-button';
import { useEdit, useWorkspace } from '../workspace/workspace';

const isBody = (kind: FormKind | BodyKind): kind is BodyKind => BODY_KINDS.includes(kind as BodyKind);

/** Adds one of the plain forms or bodies. */
export function AddForm() {
  const { view } = useWorkspace();
  const edit = useEdit();
  return (
    <MenuButton<FormKind | BodyKind>
      label="Plain form"
      groups={[FORM_KINDS.map((id) => ({ id, label: FORMS[id].label })), BODY_KINDS.map((id) => ({ id, label: BODIES[id].label }))]}
      onChoose={(kind) =>
        edit((draft) => {
          const id = isBody(kind) ? addBody(draft, kind) : addForm(draft, kind);
          view.setState({ selection: { kind: 'mark', id }, pick: null });
        })
      }
    >
      <Shapes size={13} /> Plain form
    </MenuButton>
  );
}
