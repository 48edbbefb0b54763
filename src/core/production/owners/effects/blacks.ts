import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** What is near black takes a colour: blacks are not left at zero (common practice). */
export const blacks = effect({
  kind: 'blacks',
  label: 'Near black',
  space: 'scene',
  channels: z.object({
    ...ON,
    amount: channelField({ label: 'Amount', ...SHARE, rest: 1 }),
    colour: colourChannel({ label: 'Colour', rest: '#171c26' }),
    upTo: channelField({ label: 'Up to', unit: '×', min: 0.001, max: 1, rest: 0.05, step: 0.005, digits: 3 }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ amount }) => amount === 0,
});
