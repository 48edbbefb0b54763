import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS, scatteredChannels } from './pattern-fields';

/** Round dots in rows. */
export const dotsPattern = {
  kind: 'dots',
  label: 'Dots',
  places: PATTERN_PLACES,
  channels: z.object({ ...scatteredChannels(0.12), ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
