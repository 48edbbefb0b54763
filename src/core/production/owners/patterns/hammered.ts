import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS, scatteredChannels } from './pattern-fields';

/** Shallow round dents, side by side. */
export const hammeredPattern = {
  kind: 'hammered',
  label: 'Hammered',
  places: PATTERN_PLACES,
  channels: z.object({ ...scatteredChannels(0.12), ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
