import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { REGION_CHANNELS, REGION_PLACES, REGION_SETTINGS } from './region-fields';

/** All that lies to the left of an upright plane, as it is turned: moved across a mark, it wipes it. */
export const halfSpace = {
  kind: 'half-space',
  label: 'Half space',
  places: REGION_PLACES,
  channels: z.object(REGION_CHANNELS),
  settings: REGION_SETTINGS,
} as const satisfies OwnerKind;
