'use client';

import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { Choices, Hint, Pick, Row, Tick } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { useEdit, useProduction } from '../workspace/workspace';

const NOTHING = 'nothing';

/** Where in the picture a mark is seen: within another one, or outside of it; and whether it is only there to cut others. */
export function MatteBench({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const marks = useProduction((p) => p.marks);
  const { matteId, matteOutside, cutsOnly } = mark.settings;
  const others = marks.filter(({ id }) => id !== mark.id);
  const change = (settings: Partial<Mark['settings']>) =>
    edit((draft) => changeMark(draft, mark.id, (found) => void Object.assign(found.settings, settings)));
  const name = others.find(({ id }) => id === matteId)?.name;
  if (others.length === 0) return null;
  return (
    <Fold title="Matte" note={name ?? (cutsOnly ? 'cuts others' : '')} lazy>
      <Pick
        label="Cut by"
        value={matteId ?? NOTHING}
        onChange={(id) => change({ matteId: id === NOTHING ? null : id })}
        options={[{ id: NOTHING, label: 'nothing' }, ...others.map((each) => ({ id: each.id, label: each.name }))]}
      />
      {matteId === null ? (
        <Hint>
          In the picture it is seen where another mark stands, or where that does not: a film within letters, letters behind an edge.
        </Hint>
      ) : (
        <Row wide label="Seen">
          <Choices
            label="Where it is seen"
            value={matteOutside ? 'outside' : 'within'}
            onChange={(to) => change({ matteOutside: to === 'outside' })}
            options={[
              { id: 'within', label: 'within it' },
              { id: 'outside', label: 'outside of it' },
            ]}
          />
        </Row>
      )}
      <Tick isSelected={cutsOnly} onChange={(on) => change({ cutsOnly: on })}>
        Only cuts others, not seen itself
      </Tick>
    </Fold>
  );
}
