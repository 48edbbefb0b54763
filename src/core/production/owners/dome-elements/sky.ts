import { z } from 'zod';
import { channelField, colourChannel, switchChannel } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { ELEMENT_PLACES, STANDING_CHANNELS } from './element-fields';

/** A clear sky about its sun, which stands where it is put; the sun itself is a light. */
export const domeSky = {
  kind: 'dome-sky',
  label: 'Sky',
  places: ELEMENT_PLACES,
  channels: z.object({
    on: switchChannel({ label: 'On', rest: true }),
    strength: channelField({ label: 'Strength', ...SHARE, max: 500, rest: 1, step: 0.1 }),
    colour: colourChannel({ label: 'Tint', rest: '#ffffff' }),
    ...STANDING_CHANNELS,
    turbidity: channelField({ label: 'Haze', min: 2, max: 10, rest: 2.5, step: 0.1 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
