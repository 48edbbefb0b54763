import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS, scatteredChannels } from './pattern-fields';

/** Fine grain drawn out along one way. */
export const brushedPattern = {
  kind: 'brushed',
  label: 'Brushed',
  places: PATTERN_PLACES,
  channels: z.object({ ...scatteredChannels(0.02), ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
