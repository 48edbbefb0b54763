'use client';

import { fitSchema, type Fit, type Words } from '@/core/production/words';
import { fieldMeta } from '@/core/schema/fields';
import { Pick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useView } from '../workspace/workspace';
import { FIT_OPTIONS, fitBy } from './fit-choice';

const WIDTH = fieldMeta(fitSchema.shape, 'width');

/** What words do that grow beyond the width that they have. */
export function FitFields({
  words,
  markId,
  differs,
  onFit,
}: {
  words: Words;
  markId: string;
  differs: boolean;
  onFit: (fit: Fit, gesture?: string) => void;
}) {
  const facts = useView((s) => s.facts[markId]);
  const { fit } = words;
  return (
    <>
      <Pick
        label="When they grow"
        value={fit.rule}
        differs={differs}
        options={FIT_OPTIONS}
        onChange={(rule) => onFit(fitBy(rule, words, facts))}
      />
      {fit.rule === 'none' ? null : (
        <NumberField meta={WIDTH} value={fit.width} onChange={(width, gesture) => onFit({ ...fit, width }, gesture)} />
      )}
    </>
  );
}
