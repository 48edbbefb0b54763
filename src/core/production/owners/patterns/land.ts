import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS } from './pattern-fields';

/** The land of the earth, on whatever it lies as seen from its middle: the line of 0° looks to the front. */
export const landPattern = {
  kind: 'land',
  label: 'Land of the earth',
  places: PATTERN_PLACES,
  channels: z.object({ ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
