import { z } from 'zod';
import { channelField, intField } from '../../../schema/fields';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** Grain of film: another in each frame, the same each time that is drawn; as large in every raster. */
export const grain = effect({
  kind: 'grain',
  label: 'Grain',
  space: 'display',
  channels: z.object({
    ...ON,
    amount: channelField({ label: 'Amount', ...SHARE, rest: 0.025, digits: 1 }),
    /** Lines of a frame of 1080. */
    size: channelField({ label: 'Size', unit: 'lines', min: 0.5, max: 20, rest: 1.6, step: 0.1, digits: 1 }),
    colour: channelField({ label: 'In colours', ...SHARE, rest: 0.3 }),
  }),
  settings: z.object({ seed: intField({ label: 'Chance', min: 0, max: 9999, rest: 1 }) }),
  isNeutral: ({ amount }) => amount === 0,
});
