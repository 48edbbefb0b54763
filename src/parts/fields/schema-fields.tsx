'use client';

import type { z } from 'zod';
import { fieldMeta } from '@/core/schema/fields';
import { NumberField } from './number-field';

/** One field a number of a schema, in its order: what stands in the schema is all that is needed. */
export function SchemaFields<T extends object>({
  shape,
  names,
  values,
  onChange,
  differs,
  whole,
}: {
  shape: Record<string, z.ZodType>;
  names: readonly (keyof T & string)[];
  values: T;
  onChange: (name: keyof T & string, value: number, gesture: string) => void;
  /** Whether things that are edited together differ in a value. */
  differs?: (name: keyof T & string) => boolean;
  /** What percentages that are typed are of, in the unit of the fields. */
  whole?: number;
}) {
  return names.map((name) => {
    const meta = fieldMeta(shape, name);
    const isCount = meta.digits === 0 && meta.shown === 1 && meta.unit === '';
    return (
      <NumberField
        key={name}
        meta={meta}
        value={(values[name] as number | undefined) ?? meta.rest}
        onChange={(value, gesture) => onChange(name, isCount ? Math.round(value) : value, gesture)}
        {...(differs ? { differs: differs(name) } : {})}
        {...(whole === undefined || isCount ? {} : { whole })}
      />
    );
  });
}
