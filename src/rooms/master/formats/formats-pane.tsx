'use client';

import { Hint } from '@/parts/controls';
import { useProduction, useView } from '../../workspace/workspace';
import { BelowPane } from '../below-pane';
import { FormatBench } from './format-bench';
import { FormatList } from './format-list';
import { KeptMarks } from './kept-marks';

/** The formats that a production is delivered in. */
export function FormatsPane() {
  const formatId = useView((s) => s.shown.formatId);
  const format = useProduction((p) => p.versions.formats.find(({ id }) => id === formatId));
  return (
    <BelowPane aria-label="Formats">
      <div>
        <FormatList />
        <KeptMarks />
      </div>
      <div>
        {format ? (
          <FormatBench format={format} />
        ) : (
          <Hint>
            One production in several rasters. Shots are brought into each by a rule, so that what is kept in view stays in it; look at one
            to set it by hand.
          </Hint>
        )}
      </div>
    </BelowPane>
  );
}
