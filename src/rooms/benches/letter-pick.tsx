'use client';

import { Pick } from '@/parts/controls';
import { useProduction, useView } from '../workspace/workspace';

const WHOLE = 'whole';

/** One letter of a mark's words, or the mark as a whole; nothing to pick where there are no letters. */
export function LetterPick({
  markId,
  value,
  onChange,
}: {
  markId: string | null;
  value: number | null;
  onChange: (letter: number | null) => void;
}) {
  const body = useProduction((p) => p.marks.find(({ id }) => id === markId)?.body);
  const facts = useView((s) => (markId ? s.facts[markId] : undefined));
  const letters =
    body?.kind === 'words'
      ? (facts?.letters ?? []).map(({ from, to }, i) => ({ id: String(i), label: `${i + 1}  ${body.text.slice(from, to)}` }))
      : [];
  if (letters.length < 2) return null;
  return (
    <Pick
      label="Letter"
      value={String(value ?? WHOLE)}
      onChange={(id) => onChange(id === WHOLE ? null : Number(id))}
      options={[{ id: WHOLE, label: 'all of it' }, ...letters]}
    />
  );
}
