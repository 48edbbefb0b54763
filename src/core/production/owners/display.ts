import { z } from 'zod';
import { channelField, colourChannel } from '../../schema/fields';
import { DISPLAY_CURVES } from '../../colour/display';
import type { OwnerKind } from '../../schema/owner-kind';
import { SHARE } from './units';

/** How scene light is shown: exposure, where the roll-off into white begins, and the ground behind everything, a bluish grey near black. */
export const display = {
  kind: 'display',
  label: 'Picture',
  places: ['finish/*'],
  single: true,
  channels: z.object({
    exposure: channelField({ label: 'Exposure', unit: 'stops', min: -10, max: 10, rest: 0, step: 0.1, digits: 2 }),
    knee: channelField({ label: 'Roll-off from', ...SHARE, max: 0.99, rest: 0.55 }),
    falloff: channelField({ label: 'Ground falloff', ...SHARE, rest: 0.75 }),
    ground: colourChannel({ label: 'Ground', rest: '#1b2634' }),
  }),
  /** By which curve light is shown. */
  settings: z.object({ curve: z.enum(DISPLAY_CURVES).default('rolled') }),
} as const satisfies OwnerKind;
