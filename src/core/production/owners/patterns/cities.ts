import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { SHARE, TURN } from '../units';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS } from './pattern-fields';

/** Lights of towns on land, where it is turned away from the sun. */
export const citiesPattern = {
  kind: 'cities',
  label: 'Lights by night',
  places: PATTERN_PLACES,
  channels: z.object({
    amount: channelField({ label: 'How much of it', ...SHARE, rest: 0.5 }),
    azimuth: channelField({ label: 'Sun round', ...TURN, rest: -35 }),
    height: channelField({ label: 'Sun height', unit: '°', min: -90, max: 90, rest: 20, step: 1, digits: 1 }),
    ...PATTERN_CHANNELS,
  }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
