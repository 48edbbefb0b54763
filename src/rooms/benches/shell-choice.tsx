'use client';

import type { Mark } from '@/core/production/mark';
import { Pick } from '@/parts/controls';

const ALL = 'all';

/** One shell of a mark, or all of them; not asked for where there is but one. */
export function ShellChoice({
  label,
  shells,
  value,
  onChange,
}: {
  label: string;
  shells: Mark['shells'];
  /** Null for all of them. */
  value: string | null;
  onChange: (shellId: string | null) => void;
}) {
  if (shells.length < 2) return null;
  return (
    <Pick
      label={label}
      value={value ?? ALL}
      onChange={(id) => onChange(id === ALL ? null : id)}
      options={[{ id: ALL, label: 'all shells' }, ...shells.map(({ id, name }) => ({ id, label: name }))]}
    />
  );
}
