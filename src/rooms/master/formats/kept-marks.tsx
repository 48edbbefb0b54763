'use client';

import { keepInView } from '@/core/production/edits/version-edits';
import { isKeptInView } from '@/core/production/kept-in-view';
import { versionsSchema } from '@/core/production/versions';
import { fieldMeta } from '@/core/schema/fields';
import { Heading, Hint, Tick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit, useProduction } from '../../workspace/workspace';

const MARGIN = fieldMeta(versionsSchema.shape, 'margin');

/** What has to stay in view in every format. */
export function KeptMarks() {
  const edit = useEdit();
  const marks = useProduction((p) => p.marks);
  const versions = useProduction((p) => p.versions);
  const isNothing = marks.length > 0 && !marks.some((mark) => isKeptInView(versions, mark));
  return (
    <>
      <Heading>Kept in view</Heading>
      {marks.length === 0 ? <Hint>There are no marks yet.</Hint> : null}
      <div role="group" aria-label="Kept in view">
        {marks.map((mark) => (
          <Tick key={mark.id} isSelected={isKeptInView(versions, mark)} onChange={(to) => edit((draft) => keepInView(draft, mark.id, to))}>
            {mark.name}
          </Tick>
        ))}
      </div>
      {isNothing ? <Hint>Nothing has to be: shots are as they are, cut off by the format.</Hint> : null}
      <NumberField
        meta={MARGIN}
        value={versions.margin}
        onChange={(value, gesture) => edit((draft) => void (draft.versions.margin = value), gesture)}
      />
    </>
  );
}
