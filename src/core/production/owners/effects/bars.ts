import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** Aspects that bars leave, width to height. */
export const BAR_ASPECTS = ['2.39', '2.35', '2.2', '2', '1.85', '1.7778', '1.5', '1.3333', '1', '0.8', '0.5625'] as const;

/** Bars over what lies outside of another aspect. */
export const bars = effect({
  kind: 'bars',
  label: 'Bars',
  space: 'display',
  channels: z.object({
    ...ON,
    opacity: channelField({ label: 'Opacity', ...SHARE, rest: 1 }),
    colour: colourChannel({ label: 'Colour', rest: '#000000' }),
  }),
  settings: z.object({ aspect: z.enum(BAR_ASPECTS).default('2.39') }),
  isNeutral: ({ opacity }) => opacity === 0,
});
