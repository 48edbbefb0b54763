'use client';

import { FORMS, formFields } from '@/core/outline/forms';
import { changeMark } from '@/core/production/edits/mark-edits';
import { formSchema, type Form, type Mark } from '@/core/production/mark';
import { fieldMeta } from '@/core/schema/fields';
import { Heading } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit } from '../shared/workspace';

/** A plain form: its height and the numbers of its kind. */
export function FormBench({ mark, form }: { mark: Mark; form: Form }) {
  const edit = useEdit();
  const { shape } = form;
  const fields = formFields(shape.form);
  const values = shape as unknown as Record<string, number>;
  const change = (recipe: (form: Form) => void, gesture: string) =>
    edit(
      (draft) =>
        changeMark(draft, mark.id, ({ body }) => {
          if (body.kind === 'form') recipe(body);
        }),
      gesture,
    );
  return (
    <>
      <Heading>{FORMS[shape.form].label}</Heading>
      <NumberField meta={fieldMeta(formSchema.shape, 'size')} value={form.size} onChange={(size, gesture) => change((f) => void (f.size = size), gesture)} />
      {Object.keys(fields).map((name) => {
        const meta = fieldMeta(fields, name);
        const whole = meta.digits === 0 && meta.shown === 1;
        return (
          <NumberField
            key={name}
            meta={meta}
            value={values[name] ?? meta.rest}
            onChange={(value, gesture) => change((f) => void Object.assign(f.shape, { [name]: whole ? Math.round(value) : value }), gesture)}
          />
        );
      })}
    </>
  );
}
