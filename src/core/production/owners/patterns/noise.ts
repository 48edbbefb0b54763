import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS, scatteredChannels } from './pattern-fields';

/** Soft clouds, from large to fine. */
export const noisePattern = {
  kind: 'noise',
  label: 'Noise',
  places: PATTERN_PLACES,
  channels: z.object({ ...scatteredChannels(0.3), ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
