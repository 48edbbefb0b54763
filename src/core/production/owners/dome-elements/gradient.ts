import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { ANGLE, ELEMENT_CHANNELS, ELEMENT_PLACES, STANDING_CHANNELS } from './element-fields';

/** Brightest in one direction, and falling off evenly round it. */
export const domeGradient = {
  kind: 'dome-gradient',
  label: 'Gradient',
  places: ELEMENT_PLACES,
  channels: z.object({
    ...ELEMENT_CHANNELS,
    ...STANDING_CHANNELS,
    reach: channelField({ label: 'Reach', ...ANGLE, max: 180, rest: 120 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
