import { z } from 'zod';
import { channelField, numberField } from '../schema/fields';
import type { OwnerKind } from '../schema/owner-kind';
import { SHARE } from './owners/units';
import { clipSchema, clipTime, pictureSchema } from './picture';

/** How a picture lies on a panel. */
export const panelKind = {
  kind: 'panel',
  label: 'Picture',
  places: ['marks/*/body'],
  channels: z.object({
    time: clipTime,
    /** How far it is seen in its own colours, whatever light falls on it. */
    own: channelField({ label: 'Own light', ...SHARE, rest: 1 }),
  }),
  settings: clipSchema.extend({
    /** On its front alone, or on its back too, as one reads it from there. */
    faces: z.enum(['front', 'both']).default('both'),
    /** What is seen where the picture can be seen through: what stands behind it, or the surface that it lies on. */
    through: z.enum(['clear', 'surface']).default('clear'),
  }),
} as const satisfies OwnerKind;

/** A picture or moving picture as a flat mark. It is a plate of the picture's proportions: shells give it depth, bevels and borders. */
export const panelSchema = z.object({
  kind: z.literal('panel'),
  picture: pictureSchema,
  size: numberField({ label: 'Height', unit: 'm', min: 0.01, max: 100, rest: 1, step: 0.05 }),
  corner: numberField({ label: 'Corners', unit: '%', min: 0, max: 1, rest: 0, step: 0.01, digits: 0, shown: 100 }),
  channels: panelKind.channels.prefault({}),
  settings: panelKind.settings.prefault({}),
});
export type Panel = z.infer<typeof panelSchema>;
