import { z } from 'zod';
import { channelField, switchChannel } from '../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../schema/owner-kind';
import { SHARE, TURN } from './units';

/** The stars of a clear night, behind everything: those of the sky over the earth, to the sixth magnitude. */
export const stars = {
  kind: 'stars',
  label: 'Stars',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'Seen', rest: false }),
    strength: channelField({ label: 'Strength', ...SHARE, max: 50, rest: 1, step: 0.1 }),
    faintest: channelField({ label: 'To magnitude', unit: '', min: -2, max: 6.5, rest: 6, step: 0.5, digits: 1 }),
    contrast: channelField({ label: 'Stops a magnitude', unit: 'stops', min: 0, max: 2, rest: 0.8, step: 0.1 }),
    size: channelField({ label: 'Size, of the frame’s height', unit: '‰', min: 0.2, max: 50, rest: 2.2, step: 0.1, digits: 1 }),
    tint: channelField({ label: 'Their colours', ...SHARE, max: 3, rest: 1, step: 0.1 }),
    azimuth: channelField({ label: 'Pole, round', ...TURN, rest: 180 }),
    height: channelField({ label: 'Pole, height', unit: '°', min: -90, max: 90, rest: 50, step: 1, digits: 1 }),
    turn: channelField({ label: 'Turned about the pole', ...TURN }),
    horizon: channelField({ label: 'Gone below the horizon', ...SHARE, rest: 0, step: 0.1 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
