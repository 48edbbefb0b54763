import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { LIGHT_CHANNELS, LIGHT_SETTINGS, lumensChannel, onLightLoss, PLACED_CHANNELS } from './light-fields';

const { x, y, z: toward } = PLACED_CHANNELS;

/** A ball that shines to all sides. */
export const pointLight = {
  kind: 'point',
  label: 'Point light',
  places: ['lights/*'],
  channels: z.object({
    ...LIGHT_CHANNELS,
    lumens: lumensChannel,
    size: channelField({ label: 'Size', unit: 'm', min: 0, max: 20, rest: 0.2, step: 0.05 }),
    ...{ x, y, z: toward },
  }),
  settings: z.object(LIGHT_SETTINGS),
  onLoss: onLightLoss,
} as const satisfies OwnerKind;
