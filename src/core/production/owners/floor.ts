import { z } from 'zod';
import { channelField, switchChannel } from '../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../schema/owner-kind';
import { PLACE, SHARE } from './units';

/** A level plane that takes shadows and is not seen itself. */
export const floor = {
  kind: 'floor',
  label: 'Floor',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'Catches shadow', rest: true }),
    level: channelField({ label: 'Level', ...PLACE, rest: -0.9, step: 0.05 }),
    shadow: channelField({ label: 'Shadow', ...SHARE, rest: 0.65 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
