import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { AIM_SETTINGS, LIGHT_CHANNELS, LIGHT_SETTINGS, lumensChannel, onLightLoss, PLACED_CHANNELS } from './light-fields';

const size = { unit: 'm', min: 0.01, max: 100, step: 0.1 } as const;

/** A lit surface, square or round, that shines to its front. */
export const areaLight = {
  kind: 'area',
  label: 'Area light',
  places: ['lights/*'],
  channels: z.object({
    ...LIGHT_CHANNELS,
    lumens: lumensChannel,
    width: channelField({ label: 'Width', ...size, rest: 2 }),
    height: channelField({ label: 'Height', ...size, rest: 2 }),
    ...PLACED_CHANNELS,
  }),
  settings: z.object({ ...LIGHT_SETTINGS, ...AIM_SETTINGS, shape: z.enum(['rectangle', 'disc']).default('rectangle') }),
  onLoss: onLightLoss,
} as const satisfies OwnerKind;
