import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS, scatteredChannels } from './pattern-fields';

/** Thin straight lines, here and there, all ways. */
export const scratchesPattern = {
  kind: 'scratches',
  label: 'Scratches',
  places: PATTERN_PLACES,
  channels: z.object({ ...scatteredChannels(0.4), ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
