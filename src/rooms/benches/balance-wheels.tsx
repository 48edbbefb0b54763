'use client';

import { styled } from 'styled-components';
import { lumaAndColour, ofLumaAndColour } from '@/core/finish/scopes';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { balance } from '@/core/production/owners/effects/balance';
import { resolverOf } from '@/core/production/resolver';
import { fieldMeta } from '@/core/schema/fields';
import { ColourWheel } from '@/parts/pad/colour-wheel';
import { useSceneFrame } from '../looking/seen';
import { useEdit, useProduction } from '../workspace/workspace';

const Wheels = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
  margin: 6px 0 8px;
  figure {
    margin: 0;
  }
  figcaption {
    font: 12px var(--label);
    color: var(--dim);
    text-align: center;
  }
`;

/** What each wheel sets, how far its rim goes, and whether more of a value is less of its colour. */
const WHEELS = [
  { of: 'offset', name: 'darks', rim: 0.03, sign: 1 },
  { of: 'power', name: 'mids', rim: 0.4, sign: -1 },
  { of: 'slope', name: 'lights', rim: 0.4, sign: 1 },
] as const;
const PARTS = ['Red', 'Green', 'Blue'] as const;

/** Darks, mids and lights drawn toward a colour; how bright they are together stays. The numbers are beneath. */
export function BalanceWheels({ path }: { path: string }) {
  const edit = useEdit();
  const production = useProduction((p) => p);
  const frame = useSceneFrame();
  const resolver = resolverOf(production);
  return (
    <Wheels>
      {WHEELS.map(({ of, name, rim, sign }) => {
        const names = PARTS.map((part) => `${of}${part}`);
        const now = names.map((each) => resolver.at(path, each, frame) as number) as [number, number, number];
        const { y, cb, cr } = lumaAndColour(...now);
        const turn = (bx: number, by: number, gesture: string | null) => {
          const made = ofLumaAndColour(y, sign * rim * bx, sign * rim * by);
          edit((draft) => {
            names.forEach((each, k) => {
              const { min, max } = fieldMeta(balance.channels.shape, each);
              const value = Math.max(min, Math.min(max, made[k] as number));
              setChannelValue(draft, { owner: path, name: each }, frame, Math.round(1e4 * value) / 1e4);
            });
          }, gesture);
        };
        return (
          <figure key={of}>
            <ColourWheel label={name} x={(sign * cb) / rim} y={(sign * cr) / rim} onChange={turn} />
            <figcaption>{name}</figcaption>
          </figure>
        );
      })}
    </Wheels>
  );
}
