import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS, scatteredChannels } from './pattern-fields';

/** Lines along and across. */
export const gridPattern = {
  kind: 'grid',
  label: 'Grid',
  places: PATTERN_PLACES,
  channels: z.object({ ...scatteredChannels(0.15), ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
