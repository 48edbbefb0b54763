import { z } from 'zod';
import { fallForces, MAX_FALL_SECONDS } from '../../fall/fall-settings';
import { MAX_PACKED } from '../../fall/packed-fall';
import { channelField, intField, switchChannel } from '../../schema/fields';
import { referenceTo, type OwnerKind } from '../../schema/owner-kind';
import { textField } from '../../schema/text';
import { SHARE } from './units';

/** What of a mark falls, each by itself. Of a drawing or a model, what is called letters are its paths or parts. */
export const FALL_OF = ['nothing', 'mark', 'letters', 'pieces', 'copies'] as const;
export type FallOf = (typeof FALL_OF)[number];

/** How what is cut looks there: as it was laid open, or with bevels all round as the mark has them. */
export const CUTS = ['plain', 'bevelled'] as const;

export const MAX_PIECES = 300;
const MAX_OBSTACLES = 20;

/** How a mark, its letters or pieces of it fall. What comes of it is solved once and kept; its time is a channel, and runs as one likes. */
export const fallKind = {
  kind: 'fall',
  label: 'Fall',
  places: ['marks/*/fall'],
  channels: z.object({
    on: switchChannel({ label: 'On', rest: true }),
    /** Of what was solved; 0 is at rest. Run back, what fell apart comes together. */
    time: channelField({ label: 'Time of the fall', unit: 's', min: 0, max: MAX_FALL_SECONDS, rest: 0, step: 0.1 }),
    home: channelField({ label: 'Taken back to rest', ...SHARE, rest: 0, step: 0.05 }),
  }),
  settings: z.object({
    of: z.enum(FALL_OF).default('nothing'),
    pieces: intField({ label: 'Pieces', min: 2, max: MAX_PIECES, rest: 40 }),
    cut: z.enum(CUTS).default('plain'),
    cutSeed: intField({ label: 'Cut by chance', min: 0, max: 9999, rest: 1 }),
    /** Frame of the scene at which the mark and what is in its way stand as they do when the fall begins. */
    frame: intField({ label: 'As things stand at', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0 }),
    ...fallForces,
    /** Marks that are in the way. */
    obstacles: z
      .array(z.object({ markId: referenceTo('marks') }))
      .max(MAX_OBSTACLES)
      .default([]),
  }),
  applies: (settings) => (settings as { of: FallOf }).of !== 'nothing',
} as const satisfies OwnerKind;

/** A fall that was solved: what it was solved from, as text, and the motion that came of it. */
const solvedSchema = z.object({ from: textField(64), motion: z.string().max(MAX_PACKED) });
export type SolvedFall = z.infer<typeof solvedSchema>;

export const fallSchema = z.object({
  channels: fallKind.channels.prefault({}),
  settings: fallKind.settings.prefault({}),
  solved: solvedSchema.nullable().default(null),
});
export type Fall = z.infer<typeof fallSchema>;
