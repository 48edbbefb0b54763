'use client';

import { styled } from 'styled-components';
import { stopsOverGrey } from '@/core/finish/colour-reading';
import { Hint } from '@/parts/controls';
import { useView } from '../workspace/workspace';

const Reading = styled.dl`
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 10px;
  margin: 0;
  font: 12px var(--label);
  dt {
    color: var(--dim);
  }
  dd {
    margin: 0;
    text-align: right;
    font: 11px var(--mono);
  }
`;
const Swatch = styled.span`
  display: inline-block;
  width: 34px;
  height: 12px;
  border-radius: 2px;
  vertical-align: -1px;
`;

/** The colour that was read last in the picture: as light, as it is shown, and how bright. */
export function ColourRead() {
  const reading = useView((s) => s.reading);
  if (!reading) return <Hint>Press in the picture to read a colour.</Hint>;
  const { linear, code } = reading.colour;
  const stops = stopsOverGrey(linear);
  return (
    <Reading aria-label="Colour that was read">
      <dt>Shown</dt>
      <dd>
        <Swatch style={{ background: `rgb(${code.join(' ')})` }} /> {code.join(' ')}
      </dd>
      <dt>Light</dt>
      <dd>{linear.map((v) => v.toFixed(3)).join(' ')}</dd>
      <dt>Over middle grey</dt>
      <dd>{Number.isFinite(stops) ? `${stops.toFixed(2)} stops` : 'no light'}</dd>
    </Reading>
  );
}
