import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { ANGLE, edgeChannel, ELEMENT_CHANNELS, ELEMENT_PLACES, rollChannel, STANDING_CHANNELS } from './element-fields';

export const domeStrip = {
  kind: 'dome-strip',
  label: 'Strip',
  places: ELEMENT_PLACES,
  channels: z.object({
    ...ELEMENT_CHANNELS,
    ...STANDING_CHANNELS,
    length: channelField({ label: 'Length', ...ANGLE, max: 180, rest: 90 }),
    thickness: channelField({ label: 'Thickness', ...ANGLE, max: 90, rest: 6 }),
    roll: rollChannel,
    edge: edgeChannel(1.5),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
