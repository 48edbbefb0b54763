'use client';

import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { paceName, paceSchema, samePace, type Pace } from '@/core/motion/pace';
import { freshId } from '@/core/production/edits/fresh-id';
import { MAX_PACES } from '@/core/production/production';
import { cleanText } from '@/core/schema/text';
import { Button, Choices, IconButton } from '@/parts/controls';
import { useEdit, useProduction } from '../workspace/workspace';

/** Paces of one's own: one that was drawn by hand is given a name and put on other moves. */
export function OwnPaces({ pace, onUse }: { pace: Pace; onUse: (pace: Pace) => void }) {
  const edit = useEdit();
  const paces = useProduction((p) => p.paces);
  const [naming, setNaming] = useState(false);
  const own = paces.find((each) => samePace(each, pace));
  const keep = (name: string) => {
    const label = cleanText(name, 40).trim();
    if (label)
      edit(
        (draft) =>
          void draft.paces.push({
            id: freshId(draft.paces, 'pace'),
            name: label,
            ...paceSchema.parse(pace),
          }),
      );
    setNaming(false);
  };
  return (
    <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, marginTop: 4 }}>
      {paces.length > 0 ? (
        <Choices
          label="Own paces"
          value={own?.id ?? null}
          onChange={(id) => {
            const found = paces.find((each) => each.id === id);
            if (found) onUse(paceSchema.parse(found));
          }}
          options={paces.map(({ id, name: label }) => ({ id, label }))}
        />
      ) : null}
      {own ? (
        <IconButton
          label={`Forget the pace ${own.name}`}
          $tone="quiet"
          onPress={() => edit((draft) => void (draft.paces = draft.paces.filter(({ id }) => id !== own.id)))}
        >
          <Trash2 size={12} />
        </IconButton>
      ) : naming ? (
        <input
          autoFocus
          aria-label="Name of the pace"
          defaultValue=""
          maxLength={40}
          onBlur={(event) => keep(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') event.currentTarget.value = '';
            if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
          }}
        />
      ) : paceName(pace) === null && paces.length < MAX_PACES ? (
        <Button $tone="quiet" onPress={() => setNaming(true)}>
          Keep this pace…
        </Button>
      ) : null}
    </div>
  );
}
