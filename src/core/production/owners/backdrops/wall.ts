import { z } from 'zod';
import { channelField, switchChannel } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PLACE, TURN } from '../units';
import { BACKDROP_SETTINGS, backdropChannels } from './backdrop-fields';

/** An upright plane that faces the audience. */
export const wall = {
  kind: 'wall',
  label: 'Wall',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'Stands there', rest: false }),
    x: channelField({ label: 'X', ...PLACE }),
    y: channelField({ label: 'Y', ...PLACE }),
    z: channelField({ label: 'Z', ...PLACE, rest: -1.5 }),
    pan: channelField({ label: 'Turn', ...TURN }),
    ...backdropChannels(0.5, 0.04),
  }),
  settings: BACKDROP_SETTINGS,
} as const satisfies OwnerKind;
