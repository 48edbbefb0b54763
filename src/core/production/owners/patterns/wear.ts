import { z } from 'zod';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS, scatteredChannels } from './pattern-fields';

/** Where hands and weather rub: what leans between face and side, unevenly. */
export const wearPattern = {
  kind: 'wear',
  label: 'Edge wear',
  places: PATTERN_PLACES,
  channels: z.object({ ...scatteredChannels(0.15), ...PATTERN_CHANNELS }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
