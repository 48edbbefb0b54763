import { z } from 'zod';
import { channelField, colourChannel, switchChannel } from '../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../schema/owner-kind';
import { TURN } from './units';

/**
 * A light so far away that its rays are parallel, seen under an angle that makes its shadows soft. Its azimuth is 0 toward the audience and
 * grows to the right; its height is the angle over the horizon.
 */
export const sun = {
  kind: 'sun',
  label: 'Sun',
  places: ['lights/*'],
  channels: z.object({
    on: switchChannel({ label: 'On', rest: true }),
    strength: channelField({ label: 'Strength', unit: '%', min: 0, max: 50, rest: 2.2, shown: 100, step: 0.1, digits: 0 }),
    azimuth: channelField({ label: 'Round', ...TURN, rest: -38 }),
    height: channelField({ label: 'Height', unit: '°', min: -90, max: 90, rest: 46, step: 1, digits: 1 }),
    softness: channelField({ label: 'Softness', unit: '°', min: 0, max: 45, rest: 7, step: 0.5, digits: 1 }),
    colour: colourChannel({ label: 'Colour', rest: '#fff1dc' }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
