'use client';

import { Choices, Pick } from '@/parts/controls';
import { useProduction } from '../workspace/workspace';
import { LetterPick } from './letter-pick';

/** What something is aimed at: nothing, a mark or one of its letters, a point. */
export interface AimTarget {
  on: 'nothing' | 'mark' | 'point';
  markId: string | null;
  letter: number | null;
}

/** Chooses what a camera or a light is aimed at; a point's own numbers stand under it. */
export function AimTargetFields({
  label,
  markLabel,
  aim,
  onChange,
}: {
  label: string;
  markLabel: string;
  aim: AimTarget;
  onChange: (change: Partial<AimTarget>) => void;
}) {
  const marks = useProduction((p) => p.marks);
  return (
    <>
      <Choices
        label={label}
        value={aim.on}
        onChange={(on) => onChange({ on, ...(on === 'mark' && aim.markId === null ? { markId: marks[0]?.id ?? null } : {}) })}
        options={[
          { id: 'nothing', label: 'free' },
          { id: 'mark', label: 'a mark' },
          { id: 'point', label: 'a point' },
        ]}
      />
      {aim.on === 'mark' ? (
        <>
          <Pick
            label={markLabel}
            value={aim.markId ?? ''}
            onChange={(markId) => onChange({ markId, letter: null })}
            options={marks.map(({ id, name }) => ({ id, label: name }))}
          />
          <LetterPick markId={aim.markId} value={aim.letter} onChange={(letter) => onChange({ letter })} />
        </>
      ) : null}
    </>
  );
}
