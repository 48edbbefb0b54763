import { z } from 'zod';
import { channelField, switchChannel } from '../../schema/fields';
import type { OwnerKind } from '../../schema/owner-kind';
import { clipSchema, clipTime, pictureSchema } from '../picture';
import { SHARE } from './units';

/** How a plate is brought to the proportions of the frame. */
export const PLATE_FITS = ['fill', 'whole', 'stretch'] as const;

/** A picture or moving picture behind everything. */
export const plate = {
  kind: 'plate',
  label: 'Plate',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'Shown', rest: true }),
    opacity: channelField({ label: 'Opacity', ...SHARE, rest: 1 }),
    time: clipTime,
  }),
  settings: clipSchema.extend({
    picture: pictureSchema.nullable().default(null),
    /** Covers the frame, is seen whole in it, or is drawn out to it. */
    fit: z.enum(PLATE_FITS).default('fill'),
    /** Goes out with the picture; else it is only there to work by. */
    delivered: z.boolean().default(true),
  }),
  applies: ({ picture }) => picture !== null,
} as const satisfies OwnerKind;
