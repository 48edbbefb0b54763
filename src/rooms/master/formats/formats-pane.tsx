'use client';

import { styled } from 'styled-components';
import { Hint } from '@/parts/controls';
import { useProduction, useView } from '../../workspace/workspace';
import { FormatBench } from './format-bench';
import { FormatList } from './format-list';
import { KeptMarks } from './kept-marks';

const Pane = styled.section`
  display: grid;
  grid-template-columns: minmax(220px, 280px) minmax(0, 1fr);
  height: 100%;
  min-height: 0;
  > div {
    overflow: auto;
    padding: 8px 14px;
  }
  > div + div {
    border-left: 1px solid var(--line);
  }
`;

/** The formats that a production is delivered in. */
export function FormatsPane() {
  const formatId = useView((s) => s.shown.formatId);
  const format = useProduction((p) => p.versions.formats.find(({ id }) => id === formatId));
  return (
    <Pane aria-label="Formats">
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
    </Pane>
  );
}
