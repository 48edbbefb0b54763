'use client';

import { Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { changeMark } from '@/core/production/edits/mark-edits';
import { addField, changeField, removeField } from '@/core/production/edits/version-edits';
import { MAX_FIELD_NAME, type VersionField } from '@/core/production/versions';
import type { FitRule } from '@/core/outline/fit-width';
import { fieldsFound, type FoundField } from '@/core/versions/apply-row';
import { Heading, IconButton, LinePick, Tick } from '@/parts/controls';
import { PictureChoice } from '../../benches/picture-choice';
import { FIT_OPTIONS, fitBy } from '../../benches/fit-choice';
import { NameField } from '../../benches/name-field';
import { useEdit, useProduction, useView } from '../../workspace/workspace';
import { FieldPicker } from './field-picker';

const Item = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 2px 8px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
  > :first-child {
    margin: 0;
  }
  small {
    grid-column: 1 / -1;
    padding-left: 6px;
    font-size: 11px;
    color: var(--faint);
  }
  > div:not(:first-child) {
    grid-column: 1 / -1;
    padding-left: 6px;
    font-size: 12px;
    color: var(--dim);
  }
`;

/** The name of a field; one that is left empty stays as it was. */
function FieldName({ field: { id, name } }: { field: VersionField }) {
  const edit = useEdit();
  const [left, setLeft] = useState(0);
  return (
    <NameField
      key={left}
      label={`Name of the field ${name}`}
      value={name}
      max={MAX_FIELD_NAME}
      onChange={(typed) => (typed.trim() === '' ? setLeft(left + 1) : edit((draft) => changeField(draft, id, { name: typed })))}
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
        if (mark.body.kind === 'words') mark.body.fit = fitBy(rule, body, facts);
      }),
    );
  return (
    <div>
      <LinePick label="Words that grow" value={body.fit.rule} options={FIT_OPTIONS} onChange={choose} />
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
