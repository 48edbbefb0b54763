import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { SHARE } from '../units';
import { effect, ON } from './effect';
import { TAKES_ALL } from './on-marks';

/** Light that is brighter than something is scattered about where it comes from, as in a lens or an eye: none is added or lost. */
export const glow = effect({
  kind: 'glow',
  label: 'Glow',
  space: 'scene',
  channels: z.object({
    ...ON,
    strength: channelField({ label: 'Scattered', ...SHARE, rest: 0.25 }),
    threshold: channelField({ label: 'Of what is over', unit: '×', min: 0, max: 100, rest: 0.8, step: 0.1 }),
    size: channelField({ label: 'Reaches', ...SHARE, rest: 0.12, digits: 1 }),
    tint: colourChannel({ label: 'Tint', rest: '#ffffff' }),
  }),
  settings: z.object(TAKES_ALL),
  isNeutral: ({ strength, size }) => strength === 0 || size === 0,
  reach: ({ strength, size }) => (strength === 0 ? 0 : size),
});
