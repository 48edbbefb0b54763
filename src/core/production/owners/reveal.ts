import { z } from 'zod';
import { channelField, intField } from '../../schema/fields';
import { referenceTo, type OwnerKind } from '../../schema/owner-kind';
import { clipSchema, clipTime, pictureSchema } from '../picture';
import { SHARE } from './units';

/**
 * A picture thrown on a mark from a camera, as that stands at a frame, and stuck to it: whatever becomes of its letters or pieces, as they
 * come to where they belong the picture comes together.
 */
export const revealKind = {
  kind: 'reveal',
  label: 'Reveal',
  places: ['marks/*/reveal'],
  channels: z.object({
    shows: channelField({ label: 'Shows', ...SHARE, rest: 1, step: 0.05 }),
    /** How far it is seen in its own colours, whatever light falls on it. */
    own: channelField({ label: 'Own light', ...SHARE, rest: 1, step: 0.05 }),
    time: clipTime,
  }),
  settings: clipSchema.extend({
    picture: pictureSchema.nullable().default(null),
    cameraId: referenceTo('cameras'),
    /** Frame of the scene at which the camera and the mark stand as they do for it. */
    frame: intField({ label: 'Right at', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0 }),
  }),
  applies: (settings) => (settings as { picture: unknown }).picture !== null,
} as const satisfies OwnerKind;

export const revealSchema = z.object({ channels: revealKind.channels.prefault({}), settings: revealKind.settings.prefault({}) });
export type Reveal = z.infer<typeof revealSchema>;
