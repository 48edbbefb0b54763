import { z } from 'zod';
import { channelField, colourChannel, intField, switchChannel } from '../../schema/fields';
import type { OwnerKind } from '../../schema/owner-kind';
import { SHARE } from './units';

export const MAX_TRAIL = 24;

/** Copies of a mark that come after it: each where it was some frames ago, or behind it in depth, and less there from one to the next. */
export const trailKind = {
  kind: 'trail',
  label: 'Trail',
  places: ['marks/*/trail'],
  channels: z.object({
    on: switchChannel({ label: 'On', rest: true }),
    lag: channelField({ label: 'Each later by', unit: 'fr', min: 0, max: 1000, rest: 2, step: 0.5, digits: 1 }),
    deep: channelField({ label: 'Each behind by', unit: 'm', min: -100, max: 100, rest: 0, step: 0.05, digits: 3 }),
    opacity: channelField({ label: 'Each is there by', ...SHARE, rest: 0.6, step: 0.05 }),
    size: channelField({ label: 'Each as large as', ...SHARE, max: 4, rest: 1, step: 0.01 }),
    tints: channelField({ label: 'The last is tinted', ...SHARE, rest: 0, step: 0.05 }),
    colour: colourChannel({ label: 'With', rest: '#4fa08c' }),
    flicker: channelField({ label: 'Flickers', ...SHARE, rest: 0, step: 0.05 }),
  }),
  settings: z.object({
    count: intField({ label: 'Copies after it', min: 0, max: MAX_TRAIL, rest: 0 }),
    seed: intField({ label: 'Chance', min: 0, max: 9999, rest: 1 }),
  }),
  applies: (settings) => (settings as { count: number }).count > 0,
} as const satisfies OwnerKind;

export const trailSchema = z.object({ channels: trailKind.channels.prefault({}), settings: trailKind.settings.prefault({}) });
export type Trail = z.infer<typeof trailSchema>;
