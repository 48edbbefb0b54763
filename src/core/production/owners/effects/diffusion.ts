import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** A share of all light is spread a little, as by a soft filter before the lens. */
export const diffusion = effect({
  kind: 'diffusion',
  label: 'Diffusion',
  space: 'scene',
  channels: z.object({
    ...ON,
    amount: channelField({ label: 'Amount', ...SHARE, rest: 0.2 }),
    size: channelField({ label: 'Reaches', ...SHARE, rest: 0.04, digits: 1 }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ amount, size }) => amount === 0 || size === 0,
  reach: ({ amount, size }) => (amount === 0 ? 0 : size),
});
