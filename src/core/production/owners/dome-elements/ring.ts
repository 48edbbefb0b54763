import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { ANGLE, edgeChannel, ELEMENT_CHANNELS, ELEMENT_PLACES, STANDING_CHANNELS } from './element-fields';

export const domeRing = {
  kind: 'dome-ring',
  label: 'Ring',
  places: ELEMENT_PLACES,
  channels: z.object({
    ...ELEMENT_CHANNELS,
    ...STANDING_CHANNELS,
    across: channelField({ label: 'Across', ...ANGLE, rest: 40 }),
    thickness: channelField({ label: 'Thickness', ...ANGLE, max: 90, rest: 6 }),
    edge: edgeChannel(1.5),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
