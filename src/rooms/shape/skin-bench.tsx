'use client';

import { heightOf, skinSchema, type Mark } from '@/core/production/mark';
import { Tick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { ChannelField } from '../benches/channel-field';
import { useChangeMarks, useDiffers } from '../benches/together';

/** A skin under pressure in the place of straight sides and bevels. */
export function SkinBench({ mark }: { mark: Mark }) {
  const change = useChangeMarks(mark.id);
  const differs = useDiffers(mark);
  return (
    <Fold title="Inflate" note={mark.skin.on ? 'on' : ''}>
      <Tick isSelected={mark.skin.on} onChange={(on) => change((found) => void (found.skin.on = on))}>
        a skin under pressure
      </Tick>
      {mark.skin.on ? (
        <>
          <ChannelField owner={`marks/${mark.id}`} name="inflate" />
          <SchemaFields
            shape={skinSchema.shape}
            names={['spread', 'lid', 'box']}
            values={mark.skin}
            differs={(name) => differs(({ skin }) => skin[name as 'spread'])}
            whole={heightOf(mark) * 1000}
            onChange={(name, value, gesture) => change((found) => void (found.skin[name as 'spread' | 'lid' | 'box'] = value), gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}
