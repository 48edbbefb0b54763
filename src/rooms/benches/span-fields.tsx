'use client';

import { setMarkSpan } from '@/core/production/edits/cascade-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { FieldMeta } from '@/core/schema/fields';
import { Row, Tick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit, useProduction } from '../workspace/workspace';

const FRAME = { unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 0, shown: 1 } as const;
const COMES: FieldMeta = { label: 'From frame', ...FRAME };
const GOES: FieldMeta = { label: 'To frame', ...FRAME };

/** From which frame a mark is there, and to which; its cascades keep to them. */
export function SpanFields({ markId }: { markId: string }) {
  const edit = useEdit();
  const last = useProduction((p) => p.format.length - 1);
  const settings = useProduction((p) => p.marks.find(({ id }) => id === markId)?.settings);
  if (!settings) return null;
  const { comes, goes } = settings;
  const put = (from: number | null, to: number | null, gesture: string | null = null) =>
    edit((draft) => changeMark(draft, markId, (mark) => setMarkSpan(draft, mark, from, to)), gesture);
  const isBounded = comes !== null || goes !== null;
  return (
    <>
      <Row label="It is there">
        <Tick isSelected={!isBounded} onChange={(all) => (all ? put(null, null) : put(0, last))}>
          all through
        </Tick>
      </Row>
      {isBounded ? (
        <>
          <NumberField
            meta={COMES}
            value={comes ?? 0}
            onChange={(from, gesture) => put(Math.min(Math.round(from), goes ?? last), goes, gesture)}
          />
          <NumberField
            meta={GOES}
            value={goes ?? last}
            onChange={(to, gesture) => put(comes, Math.max(Math.round(to), comes ?? 0), gesture)}
          />
        </>
      ) : null}
    </>
  );
}
