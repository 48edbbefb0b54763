import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { pictureSchema } from '../../picture';
import { SHARE, TURN } from '../units';
import { PATTERN_CHANNELS, PATTERN_PLACES, PATTERN_SETTINGS } from './pattern-fields';

/** What is seen beside a picture: nothing, the same again, or its mirror image. */
export const REPEATS = ['once', 'repeated', 'mirrored'] as const;
/** How a picture is laid on: straight from the front, or round the mark's upright middle. */
export const LAYINGS = ['front', 'round'] as const;

const shift = { ...SHARE, min: -100, max: 100, rest: 0, step: 0.05 } as const;

/** A picture from file. As large as is said it covers the extent of what it lies on, in its own proportions. */
export const picturePattern = {
  kind: 'picture',
  label: 'Picture',
  places: PATTERN_PLACES,
  channels: z.object({
    own: channelField({ label: 'In its own colours', ...SHARE, rest: 1, step: 0.05 }),
    size: channelField({ label: 'Size', ...SHARE, min: 0.01, max: 50, rest: 1, step: 0.05 }),
    x: channelField({ label: 'To the right', ...shift }),
    y: channelField({ label: 'Up', ...shift }),
    turn: channelField({ label: 'Turn', ...TURN }),
    ...PATTERN_CHANNELS,
  }),
  settings: PATTERN_SETTINGS.extend({
    picture: pictureSchema.nullable().default(null),
    repeats: z.enum(REPEATS).default('repeated'),
    laid: z.enum(LAYINGS).default('front'),
  }),
} as const satisfies OwnerKind;
