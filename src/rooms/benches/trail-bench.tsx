'use client';

import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { trailKind } from '@/core/production/owners/trail';
import { Hint } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { useEdit } from '../workspace/workspace';
import { ChannelField } from './channel-field';

/** Copies that come after a mark, in time or in depth. */
export function TrailBench({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const { count } = mark.trail.settings;
  const names = Object.keys(trailKind.channels.shape);
  return (
    <Fold title="Trail" note={count > 0 ? String(count) : ''} lazy>
      <SchemaFields
        shape={trailKind.settings.shape}
        names={count > 0 && mark.trail.channels.flicker.rest > 0 ? ['count', 'seed'] : ['count']}
        values={mark.trail.settings}
        onChange={(name, value, gesture) =>
          edit((draft) => changeMark(draft, mark.id, (found) => void Object.assign(found.trail.settings, { [name]: value })), gesture)
        }
      />
      {count > 0 ? (
        names.map((name) => <ChannelField key={name} owner={`marks/${mark.id}/trail`} name={name} />)
      ) : (
        <Hint>Copies that come after it where it goes, or stand behind it in depth, each less there than the one before.</Hint>
      )}
    </Fold>
  );
}
