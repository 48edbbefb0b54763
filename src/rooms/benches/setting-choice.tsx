'use client';

import { ownerAt } from '@/core/production/owners/owners';
import { Choices, Row } from '@/parts/controls';
import { useEdit, useProduction } from '../workspace/workspace';

/** One of several ways in which an owner is set, in one row of its bench. */
export function SettingChoice<V extends string>({
  owner,
  name,
  row,
  label,
  words,
}: {
  /** Its path, and the name of the setting. */
  owner: string;
  name: string;
  /** What stands before the choices, and what they are called in full. */
  row: string;
  label: string;
  /** What each is called, in their order. */
  words: Readonly<Partial<Record<V, string>>>;
}) {
  const edit = useEdit();
  const value = useProduction((production) => ownerAt(production, owner)?.settings[name]) as V | undefined;
  if (value === undefined) return null;
  return (
    <Row wide label={row}>
      <Choices
        label={label}
        value={value}
        onChange={(to) =>
          edit((draft) => {
            const changed = ownerAt(draft, owner);
            if (changed) changed.settings[name] = to;
          })
        }
        options={(Object.keys(words) as V[]).map((id) => ({ id, label: words[id] ?? id }))}
      />
    </Row>
  );
}
