'use client';

import { changeLight, type Light } from '@/core/production/edits/light-edits';
import { Choices, Heading } from '@/parts/controls';
import { MarkTicks } from '../mark-ticks';
import { useEdit, useProduction } from '../../workspace/workspace';

type Links = Light['settings']['links'];

/** Which marks a light lights. */
export function LinkBench({ id, links }: { id: string; links: Links }) {
  const edit = useEdit();
  const marks = useProduction((p) => p.marks);
  if (marks.length === 0) return null;
  const change = (recipe: (links: Links) => void) => edit((draft) => changeLight(draft, id, ({ settings }) => recipe(settings.links)));
  return (
    <>
      <Heading>What it lights</Heading>
      <Choices
        label="Lights"
        value={links.of}
        onChange={(of) => change((found) => void (found.of = of))}
        options={[
          { id: 'all', label: 'all' },
          { id: 'only', label: 'only these' },
          { id: 'without', label: 'not these' },
        ]}
      />
      {links.of === 'all' ? null : (
        <MarkTicks marks={marks} listed={links.marks} onChange={(listed) => change((found) => void (found.marks = listed))} />
      )}
    </>
  );
}
