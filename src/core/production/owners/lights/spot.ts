import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { AIM_SETTINGS, LIGHT_CHANNELS, LIGHT_SETTINGS, lumensChannel, onLightLoss, PLACED_CHANNELS } from './light-fields';

const door = { unit: '°', min: 0, max: 90, rest: 90, step: 1, digits: 0 } as const;

/** A cone of light with a soft edge, and four leaves that cut it off. */
export const spotLight = {
  kind: 'spot',
  label: 'Spot',
  places: ['lights/*'],
  channels: z.object({
    ...LIGHT_CHANNELS,
    lumens: lumensChannel,
    spread: channelField({ label: 'Spread', unit: '°', min: 1, max: 170, rest: 40, step: 1, digits: 1 }),
    edge: channelField({ label: 'Soft edge', ...SHARE, rest: 0.2, step: 0.05 }),
    size: channelField({ label: 'Size', unit: 'm', min: 0, max: 20, rest: 0.15, step: 0.05 }),
    left: channelField({ label: 'Left leaf open', ...door }),
    right: channelField({ label: 'Right leaf open', ...door }),
    top: channelField({ label: 'Top leaf open', ...door }),
    bottom: channelField({ label: 'Bottom leaf open', ...door }),
    ...PLACED_CHANNELS,
  }),
  settings: z.object({ ...LIGHT_SETTINGS, ...AIM_SETTINGS }),
  onLoss: onLightLoss,
} as const satisfies OwnerKind;
