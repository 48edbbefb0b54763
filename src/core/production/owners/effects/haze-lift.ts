import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** A thin veil of light over all of the picture: darks are lifted, brights hardly. */
export const hazeLift = effect({
  kind: 'haze-lift',
  label: 'Haze lift',
  space: 'scene',
  channels: z.object({
    ...ON,
    amount: channelField({ label: 'Amount', ...SHARE, rest: 0.02, digits: 1 }),
    colour: colourChannel({ label: 'Colour', rest: '#b9cbe6' }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ amount }) => amount === 0,
});
