import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { SHARE } from '../units';
import { effect, ON } from './effect';
import { TAKES_MARKS } from './on-marks';

/** A soft shadow of the outline of marks on all that is seen beside them, as on a sheet behind: their lights have no part in it. */
export const softShadow = effect({
  kind: 'soft-shadow',
  label: 'Soft shadow',
  space: 'scene',
  channels: z.object({
    ...ON,
    opacity: channelField({ label: 'Opacity', ...SHARE, rest: 0.6 }),
    size: channelField({ label: 'Softness', ...SHARE, rest: 0.08, digits: 1 }),
    across: channelField({ label: 'Across', ...SHARE, min: -1, rest: 0.01, digits: 1 }),
    up: channelField({ label: 'Up', ...SHARE, min: -1, rest: -0.03, digits: 1 }),
    colour: colourChannel({ label: 'Colour', rest: '#000000' }),
  }),
  settings: z.object(TAKES_MARKS),
  isNeutral: ({ opacity }) => opacity === 0,
  reach: ({ size, across, up }) => size + Math.max(Math.abs(across), Math.abs(up)),
});
