import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { REGION_CHANNELS, REGION_PLACES, REGION_SETTINGS, side } from './region-fields';

/** What lies in a ball, or an ellipsoid. */
export const ball = {
  kind: 'ball',
  label: 'Ball',
  places: REGION_PLACES,
  channels: z.object({ width: side('Width'), height: side('Height'), depth: side('Depth'), ...REGION_CHANNELS }),
  settings: REGION_SETTINGS,
} as const satisfies OwnerKind;
