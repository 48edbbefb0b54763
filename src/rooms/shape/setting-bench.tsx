'use client';

import { settingSchema } from '@/core/outline/setting';
import type { Mark } from '@/core/production/mark';
import type { Words } from '@/core/production/words';
import { Choices, Row } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { ChannelField } from '../benches/channel-field';

const ALONG = [
  { id: 'line', label: 'line' },
  { id: 'arc', label: 'arc' },
  { id: 'ring', label: 'ring' },
] as const;
const FACING = [
  { id: 'out', label: 'out' },
  { id: 'in', label: 'in' },
  { id: 'up', label: 'up' },
] as const;

/** What the words stand along: a line, an arc or a ring. */
export function SettingBench({
  mark,
  words,
  change,
}: {
  mark: Mark;
  words: Words;
  change: (recipe: (words: Words) => void, gesture?: string | null) => void;
}) {
  const { setting } = words;
  return (
    <Fold title="Set along" note={setting.along}>
      <Row wide label="Along">
        <Choices
          label="Set along"
          value={setting.along}
          onChange={(along) => change((w) => void (w.setting.along = along))}
          options={ALONG}
        />
      </Row>
      {setting.along === 'line' ? null : (
        <>
          <Row wide label={setting.along === 'arc' ? 'Tops' : 'Faces'}>
            <Choices
              label="Facing"
              value={setting.facing}
              onChange={(facing) => change((w) => void (w.setting.facing = facing))}
              options={setting.along === 'arc' ? FACING.slice(0, 2) : FACING}
            />
          </Row>
          <SchemaFields
            shape={settingSchema.shape}
            names={['radius', 'start']}
            values={setting}
            onChange={(name, value, gesture) => change((w) => void (w.setting[name as 'radius' | 'start'] = value), gesture)}
          />
          <ChannelField owner={`marks/${mark.id}`} name="travel" />
        </>
      )}
    </Fold>
  );
}
