'use client';

import { Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { changeMark } from '@/core/production/edits/mark-edits';
import { addField, changeField, removeField } from '@/core/production/edits/version-edits';
import type { VersionField } from '@/core/production/versions';
import type { FitRule } from '@/core/outline/fit-width';
import { fieldsFound, type FoundField } from '@/core/versions/apply-row';
import { Heading, IconButton, LinePick, Tick } from '@/parts/controls';
import { PictureChoice } from '../../benches/picture-choice';
import { FIT_WORDS, widthAsItIs } from '../../benches/fit-choice';
import { useEdit, useProduction, useView } from '../../workspace/workspace';
import { FieldPicker } from './field-picker';

const Item = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 2px 8px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
  input:not([type='checkbox']) {
    min-width: 0;
    height: 21px;
    padding: 0 5px;
    border: 1px solid transparent;
    border-radius: 2px;
    background: none;
    font-weight: 600;
    &:hover,
    &:focus {
      background: var(--well);
    }
  }
  small {
    grid-column: 1 / -1;
    padding-left: 6px;
    font-size: 11px;
    color: var(--faint);
  }
  > div {
    grid-column: 1 / -1;
    padding-left: 6px;
    font-size: 12px;
    color: var(--dim);
  }
`;

/** The name of a field; what is typed is taken when it is left. */
function FieldName({ field }: { field: VersionField }) {
  const edit = useEdit();
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed.trim() !== '' && typed !== field.name) edit((draft) => changeField(draft, field.id, { name: typed }));
    setTyped(null);
  };
  return (
    <input
      aria-label={`Name of the field ${field.name}`}
      value={typed ?? field.name}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') setTyped(null);
      }}
    />
  );
}

/** What words of a field do that grow. */
function WordsFit({ markId }: { markId: string }) {
  const edit = useEdit();
  const body = useProduction((p) => p.marks.find(({ id }) => id === markId)?.body);
  const facts = useView((s) => s.facts[markId]);
  if (body?.kind !== 'words') return null;
  const choose = (rule: FitRule) =>
    edit((draft) =>
      changeMark(draft, markId, (mark) => {
        if (mark.body.kind === 'words') mark.body.fit = { rule, width: rule === 'none' ? body.fit.width : widthAsItIs(body, facts) };
      }),
    );
  return (
    <div>
      <LinePick
        label="Words that grow"
        value={body.fit.rule}
        options={(Object.keys(FIT_WORDS) as FitRule[]).map((id) => ({ id, label: FIT_WORDS[id] }))}
        onChange={choose}
      />
    </div>
  );
}

function FieldItem({ field, variable }: FoundField) {
  const edit = useEdit();
  const holder = variable ? `${variable.holder}: ${variable.label}` : 'What it stood for is gone';
  return (
    <Item>
      <FieldName field={field} />
      <Tick isSelected={field.needed} onChange={(needed) => edit((draft) => changeField(draft, field.id, { needed }))}>
        needed
      </Tick>
      <IconButton label={`Remove the field ${field.name}`} onPress={() => edit((draft) => removeField(draft, field.id))}>
        <Trash2 size={13} />
      </IconButton>
      <small>{variable?.hindered ?? holder}</small>
      {field.target.of === 'words' ? <WordsFit markId={field.target.markId} /> : null}
      {variable?.cell.of === 'picture' ? (
        <div>
          {variable.cell.pictures.map(({ name }) => name).join(', ')}
          <PictureChoice
            label="Add a picture"
            onPicture={(picture) => edit((draft) => changeField(draft, field.id, { pictures: [...field.pictures, picture] }))}
          />
        </div>
      ) : null}
    </Item>
  );
}

/** The fields of the production: what each stands for, and a way to more. */
export function FieldList() {
  const edit = useEdit();
  const production = useProduction((p) => p);
  const fields = useMemo(() => fieldsFound(production), [production]);
  return (
    <>
      <Heading as="h2">Fields</Heading>
      <FieldPicker
        production={production}
        onPick={({ target, label, holder, cell }) =>
          edit((draft) => void addField(draft, target, cell.of === 'words' || cell.of === 'switch' ? holder : label))
        }
      />
      <ul aria-label="Fields" style={{ listStyle: 'none', margin: '6px 0', padding: 0 }}>
        {fields.map((found) => (
          <FieldItem key={found.field.id} {...found} />
        ))}
      </ul>
    </>
  );
}
