import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { ANGLE, edgeChannel, ELEMENT_CHANNELS, ELEMENT_PLACES, rollChannel, STANDING_CHANNELS } from './element-fields';

export const softbox = {
  kind: 'dome-softbox',
  label: 'Softbox',
  places: ELEMENT_PLACES,
  channels: z.object({
    ...ELEMENT_CHANNELS,
    ...STANDING_CHANNELS,
    width: channelField({ label: 'Width', ...ANGLE, rest: 50 }),
    tall: channelField({ label: 'Size upward', ...ANGLE, max: 180, rest: 30 }),
    roll: rollChannel,
    edge: edgeChannel(3),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
