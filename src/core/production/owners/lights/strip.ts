import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { AIM_SETTINGS, LIGHT_CHANNELS, LIGHT_SETTINGS, lumensChannel, onLightLoss, PLACED_CHANNELS } from './light-fields';

/** A long thin light: a line of it runs along a bevel. */
export const stripLight = {
  kind: 'strip',
  label: 'Strip light',
  places: ['lights/*'],
  channels: z.object({
    ...LIGHT_CHANNELS,
    lumens: lumensChannel,
    length: channelField({ label: 'Length', unit: 'm', min: 0.01, max: 100, rest: 3, step: 0.1 }),
    thickness: channelField({ label: 'Thickness', unit: 'm', min: 0.005, max: 10, rest: 0.12, step: 0.01, digits: 3 }),
    ...PLACED_CHANNELS,
  }),
  settings: z.object({ ...LIGHT_SETTINGS, ...AIM_SETTINGS }),
  onLoss: onLightLoss,
} as const satisfies OwnerKind;
