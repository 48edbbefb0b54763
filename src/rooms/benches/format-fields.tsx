'use client';

import { setLength } from '@/core/production/edits/cascade-edits';
import { MAX_FRAMES, MAX_RASTER } from '@/core/production/production';
import type { FieldMeta } from '@/core/schema/fields';
import { framesPerSecond } from '@/core/time/rate';
import { formatTimecode } from '@/core/time/timecode';
import { Hint } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit, useProduction } from '../workspace/workspace';

const LENGTH: FieldMeta = { label: 'Length', unit: 'fr', min: 1, max: MAX_FRAMES, rest: 150, step: 1, digits: 0, shown: 1 };
const side = (label: string): FieldMeta => ({ label, unit: 'px', min: 16, max: MAX_RASTER, rest: 1920, step: 2, digits: 0, shown: 1 });

/** How long a production is, and how large its frame. */
export function FormatFields() {
  const edit = useEdit();
  const format = useProduction((p) => p.format);
  return (
    <>
      <NumberField
        meta={LENGTH}
        value={format.length}
        onChange={(frames, gesture) => edit((draft) => setLength(draft, Math.round(frames)), gesture)}
      />
      <Hint>
        {formatTimecode(format.length, format.rate)} at{' '}
        {framesPerSecond(format.rate)
          .toFixed(2)
          .replace(/\.?0+$/, '')}{' '}
        frames a second. Cascades that keep to the end go with it.
      </Hint>
      <NumberField
        meta={side('Frame, width')}
        value={format.width}
        onChange={(width, gesture) => edit((draft) => void (draft.format.width = Math.round(width)), gesture)}
      />
      <NumberField
        meta={side('Frame, height')}
        value={format.height}
        onChange={(height, gesture) => edit((draft) => void (draft.format.height = Math.round(height)), gesture)}
      />
    </>
  );
}
