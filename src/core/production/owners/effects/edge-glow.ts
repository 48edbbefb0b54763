import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { SHARE } from '../units';
import { effect, ON } from './effect';
import { TAKES_MARKS } from './on-marks';

/** Light that comes from the outline of marks, outward and, as far as is asked for, over their faces. */
export const edgeGlow = effect({
  kind: 'edge-glow',
  label: 'Edge glow',
  space: 'scene',
  channels: z.object({
    ...ON,
    strength: channelField({ label: 'Light at the edge', unit: '×', min: 0, max: 100, rest: 0.6, step: 0.1 }),
    size: channelField({ label: 'Reaches', ...SHARE, rest: 0.06, digits: 1 }),
    inward: channelField({ label: 'Inward', ...SHARE, rest: 0.2 }),
    tint: colourChannel({ label: 'Tint', rest: '#ffd7a0' }),
  }),
  settings: z.object(TAKES_MARKS),
  isNeutral: ({ strength, size }) => strength === 0 || size === 0,
  reach: ({ size }) => size,
});
