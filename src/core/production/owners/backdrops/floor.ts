import { z } from 'zod';
import { channelField, switchChannel } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PLACE, TURN } from '../units';
import { BACKDROP_SETTINGS, backdropChannels } from './backdrop-fields';

/** A level plane: as long as nothing else is said it takes shadows and is not seen itself. */
export const floor = {
  kind: 'floor',
  label: 'Floor',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'Lies there', rest: true }),
    level: channelField({ label: 'Level', ...PLACE, rest: -0.9, step: 0.05 }),
    x: channelField({ label: 'Middle X', ...PLACE }),
    z: channelField({ label: 'Middle Z', ...PLACE }),
    pan: channelField({ label: 'Turn', ...TURN }),
    ...backdropChannels(0.12, 0.4),
  }),
  settings: BACKDROP_SETTINGS,
} as const satisfies OwnerKind;
