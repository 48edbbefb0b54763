import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { ANGLE, ELEMENT_CHANNELS, ELEMENT_PLACES } from './element-fields';

/** Light that comes back from below. */
export const domeBounce = {
  kind: 'dome-bounce',
  label: 'Bounce from below',
  places: ELEMENT_PLACES,
  channels: z.object({
    ...ELEMENT_CHANNELS,
    reach: channelField({ label: 'Reach', ...ANGLE, max: 180, rest: 80 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
