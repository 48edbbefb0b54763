import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** The picture goes into a colour: keyed, it fades in and out. */
export const fade = effect({
  kind: 'fade',
  label: 'Fade',
  space: 'display',
  channels: z.object({
    ...ON,
    amount: channelField({ label: 'Faded', ...SHARE, rest: 0 }),
    colour: colourChannel({ label: 'Into', rest: '#000000' }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ amount }) => amount === 0,
});
