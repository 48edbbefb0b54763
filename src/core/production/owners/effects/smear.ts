import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE, TURN } from '../units';
import { effect, ON } from './effect';

/** The whole picture is drawn out one way. */
export const smear = effect({
  kind: 'smear',
  label: 'Smear',
  space: 'scene',
  channels: z.object({
    ...ON,
    length: channelField({ label: 'Length', ...SHARE, rest: 0.05, digits: 1 }),
    angle: channelField({ label: 'Angle', ...TURN }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ length }) => length === 0,
  reach: ({ length }) => length / 2,
});
