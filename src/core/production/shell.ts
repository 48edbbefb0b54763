import { z } from 'zod';
import { PROFILE_KINDS, type ProfileKind } from '../solid/profile';
import { isKeyed, type Channel } from '../motion/channel';
import { channelField, idField, numberField, switchChannel } from '../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../schema/owner-kind';
import { textField } from '../schema/text';
import { SHARE } from './owners/units';
import { surfaceOf, surfaceSchema } from './surface';

/** How a bevel or an offset turns a corner that grows. */
export const JOINS = ['mitred', 'rounded', 'cut'] as const;

/** A point of a profile that is drawn by hand; a smooth one is passed without a corner. */
export const profilePointSchema = z.object({
  in: z.number().min(0).max(1),
  up: z.number().min(0).max(1),
  smooth: z.boolean().default(true),
});
export const MAX_PROFILE_POINTS = 12;

const share = { ...SHARE, step: 0.05 } as const;

/** Opacity as a gradient across the mark, over that of the surfaces. */
export const fadeSchema = z.object({
  angle: numberField({ label: 'Fades along', unit: '°', min: -360, max: 360, rest: 0, step: 5, digits: 0 }),
  start: numberField({ label: 'At its start', ...share, rest: 1 }),
  end: numberField({ label: 'At its end', ...share, rest: 1 }),
});
export type Fade = z.infer<typeof fadeSchema>;

export const bevelSchema = z.object({
  profile: z.enum(['none', ...PROFILE_KINDS, 'drawn'] as ['none', ...ProfileKind[], 'drawn']).default('round'),
  /** Points of a profile drawn by hand, from the side wall (0, 0) to the face (1, 1): shares of the size and of the height. */
  points: z.array(profilePointSchema).max(MAX_PROFILE_POINTS).default([]),
  /** Grows out from the outline, which stays the edge of the face, instead of going in over it. */
  outward: z.boolean().default(false),
  /** How far it goes in over the face, or out from it. */
  size: numberField({ label: 'Width', unit: 'mm', min: 0, max: 2000, rest: 24, step: 1, digits: 1 }),
  /** How far it goes along the depth. */
  height: numberField({ label: 'Height', unit: 'mm', min: 0, max: 2000, rest: 24, step: 1, digits: 1 }),
  /** Goes on at its slope until it meets itself in a ridge: chiselled letters. */
  ridge: z.boolean().default(false),
});
export type Bevel = z.infer<typeof bevelSchema>;

const plane = { unit: 'm', min: -50, max: 50, step: 0.02, digits: 3 } as const;

/** The depths between which a shell stands, along +Z of the mark; `to` is the face. Built at rest, it shifts by halves when they move. */
export const shellKind = {
  kind: 'shell',
  label: 'Depth',
  places: ['marks/*/shells/*'],
  channels: z.object({
    from: channelField({ label: 'Back at', ...plane, rest: -0.14 }),
    to: channelField({ label: 'Face at', ...plane, rest: 0.14 }),
    on: switchChannel({ label: 'Shown', rest: true }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;

const steel = () => surfaceOf('polished-steel');

/** One extruded layer of a mark: its outline offset by some amount, between two depths, with its own bevels and materials. */
export const shellSchema = z
  .object({
    id: idField,
    name: textField(40).default('Face'),
    channels: shellKind.channels.prefault({}),
    offset: numberField({ label: 'Offset', unit: 'mm', min: -1000, max: 1000, rest: 0, step: 1, digits: 1 }),
    join: z.enum(JOINS).default('mitred'),
    front: bevelSchema.prefault({}),
    back: bevelSchema.prefault({}),
    /** Width of the rim that is left when the inside is taken out; 0 leaves it solid. */
    rim: numberField({ label: 'Rim', unit: 'mm', min: 0, max: 2000, rest: 0, step: 1, digits: 1 }),
    fade: fadeSchema.prefault({}),
    /** Thickness of the wall when it is hollowed out from behind; 0 leaves it solid. */
    wall: numberField({ label: 'Hollow, wall', unit: 'mm', min: 0, max: 2000, rest: 0, step: 1, digits: 1 }),
    surfaces: z
      .object({ face: surfaceSchema, bevel: surfaceSchema, side: surfaceSchema, back: surfaceSchema })
      .default(() => ({ face: steel(), bevel: steel(), side: steel(), back: steel() })),
  })
  .refine(({ channels: { from, to } }) => to.rest > from.rest, 'A shell ends in front of where it begins.');
export type Shell = z.infer<typeof shellSchema>;
export const MAX_SHELLS = 12;

/** The depths at which a shell is built, metres. */
export const depthsOf = ({ channels: { from, to } }: Pick<Shell, 'channels'>): { from: number; to: number } => ({
  from: from.rest,
  to: to.rest,
});

/** Whether a shell, or a mark, is ever seen: a shell that never is need not be built. */
export const isEverShown = ({ channels: { on } }: { channels: { on: Channel<boolean> } }): boolean =>
  on.link !== undefined || (isKeyed(on) ? on.keys.some(({ value }) => value) : on.rest);
