import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { ANGLE, edgeChannel, ELEMENT_CHANNELS, ELEMENT_PLACES, STANDING_CHANNELS } from './element-fields';

export const domeDisc = {
  kind: 'dome-disc',
  label: 'Disc',
  places: ELEMENT_PLACES,
  channels: z.object({
    ...ELEMENT_CHANNELS,
    ...STANDING_CHANNELS,
    across: channelField({ label: 'Across', ...ANGLE, rest: 30 }),
    edge: edgeChannel(2),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
