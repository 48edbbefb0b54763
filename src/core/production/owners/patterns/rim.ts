import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS } from './pattern-fields';

/** Where the surface turns away from the eye: the air of a globe, the nap of velvet. */
export const rimPattern = {
  kind: 'rim',
  label: 'Rim',
  places: PATTERN_PLACES,
  channels: z.object({
    amount: channelField({ label: 'How far in', ...SHARE, rest: 0.4 }),
    ...PATTERN_CHANNELS,
  }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
