import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { SHARE, TURN } from '../units';
import { LIGHT_CHANNELS, LIGHT_SETTINGS, luxChannel, onLightLoss } from './light-fields';

/**
 * A light so far away that its rays are parallel, seen under an angle that makes its shadows soft. Its azimuth is 0 toward the audience and
 * grows to the right; its height is the angle over the horizon.
 */
export const sun = {
  kind: 'sun',
  label: 'Sun',
  places: ['lights/*'],
  channels: z.object({
    ...LIGHT_CHANNELS,
    lux: luxChannel,
    strength: channelField({ label: 'Strength', ...SHARE, max: 50, rest: 2.2, step: 0.1 }),
    azimuth: channelField({ label: 'Round', ...TURN, rest: -38 }),
    height: channelField({ label: 'Height', unit: '°', min: -90, max: 90, rest: 46, step: 1, digits: 1 }),
    seen: channelField({ label: 'Seen by the lens', ...SHARE, max: 50, rest: 0, step: 0.1 }),
    disc: channelField({ label: 'Seen as wide as', unit: '°', min: 0.1, max: 60, rest: 4, step: 0.5, digits: 1 }),
    softness: channelField({ label: 'Softness', unit: '°', min: 0, max: 45, rest: 7, step: 0.5, digits: 1 }),
    colour: colourChannel({ label: 'Colour', rest: '#fff1dc' }),
  }),
  settings: z.object(LIGHT_SETTINGS),
  onLoss: onLightLoss,
} as const satisfies OwnerKind;
