import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { SHARE, TURN } from '../units';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS } from './pattern-fields';

const along = { ...SHARE, min: -10, max: 10, step: 0.05 } as const;

/** Rises along a line through the mark: from its lowest place to its highest, as shares of its extent along that line. */
export const gradientPattern = {
  kind: 'gradient',
  label: 'Gradient',
  places: PATTERN_PLACES,
  channels: z.object({
    turn: channelField({ label: 'Direction', ...TURN, rest: 90 }),
    tilt: channelField({ label: 'Leans to the front', ...TURN, rest: 0 }),
    from: channelField({ label: 'Begins at', ...along, rest: 0 }),
    to: channelField({ label: 'Is whole at', ...along, rest: 1 }),
    ...PATTERN_CHANNELS,
  }),
  settings: PATTERN_SETTINGS,
} as const satisfies OwnerKind;
