import { z } from 'zod';
import { channelField, colourChannel, intField } from '../../../schema/fields';
import { SHARE, TURN } from '../units';
import { effect, ON } from './effect';

/** Bright light is drawn out into lines, as by a squeezed lens (one, level) or a grating (several). */
export const streaks = effect({
  kind: 'streaks',
  label: 'Streaks',
  space: 'scene',
  channels: z.object({
    ...ON,
    strength: channelField({ label: 'Strength', ...SHARE, max: 4, rest: 0.25 }),
    threshold: channelField({ label: 'Of what is over', unit: '×', min: 0, max: 100, rest: 1, step: 0.1 }),
    length: channelField({ label: 'Length', ...SHARE, max: 2, rest: 0.35 }),
    angle: channelField({ label: 'Angle', ...TURN }),
    tint: colourChannel({ label: 'Tint', rest: '#9fc4ff' }),
  }),
  settings: z.object({ count: intField({ label: 'Lines', min: 1, max: 8, rest: 1 }) }),
  isNeutral: ({ strength, length }) => strength === 0 || length === 0,
  reach: ({ strength, length }) => (strength === 0 ? 0 : length),
});
