'use client';

import { FORMS, formFields } from '@/core/outline/forms';
import { changeMark } from '@/core/production/edits/mark-edits';
import { formSchema, type Body, type Form, type Mark } from '@/core/production/mark';
import { BODIES, bodyFields } from '@/core/solid/bodies';
import { Heading } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { useEdit } from '../workspace/workspace';

/** A plain form or body: its height and the numbers of its kind. */
export function FormBench({ mark, body }: { mark: Mark; body: Form | Body }) {
  const edit = useEdit();
  const label = body.kind === 'form' ? FORMS[body.shape.form].label : BODIES[body.shape.body].label;
  const fields = body.kind === 'form' ? formFields(body.shape.form) : bodyFields(body.shape.body);
  const change = (recipe: (body: Form | Body) => void, gesture: string) =>
    edit(
      (draft) =>
        changeMark(draft, mark.id, (found) => {
          if (found.body.kind === 'form' || found.body.kind === 'body') recipe(found.body);
        }),
      gesture,
    );
  return (
    <>
      <Heading>{label}</Heading>
      {body.kind === 'form' ? (
        <SchemaFields
          shape={formSchema.shape}
          names={['size']}
          values={body}
          onChange={(_, size, gesture) => change((b) => void (b.kind === 'form' && (b.size = size)), gesture)}
        />
      ) : null}
      <SchemaFields
        shape={fields}
        names={Object.keys(fields) as never[]}
        values={body.shape}
        onChange={(name, value, gesture) => change((b) => void Object.assign(b.shape, { [name]: value }), gesture)}
      />
    </>
  );
}
