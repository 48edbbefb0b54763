import { z } from 'zod';
import { channelField, colourChannel, switchChannel } from '../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../schema/owner-kind';
import { PLACE, SHARE } from './units';

const far = { unit: 'm', min: 0, max: 1000, step: 0.5 } as const;

/** Haze between the lens and what it sees: it hides what is far off, and beams of lights are seen in it. */
export const haze = {
  kind: 'haze',
  label: 'Haze',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'Hangs there', rest: false }),
    half: channelField({ label: 'Hides half in', ...far, min: 0.05, rest: 14 }),
    colour: colourChannel({ label: 'Colour', rest: '#24323d' }),
    beams: channelField({ label: 'Beams of lights', ...SHARE, max: 50, rest: 0.3, step: 0.1 }),
    onward: channelField({ label: 'Scatters onward', ...SHARE, min: -0.95, max: 0.95, rest: 0.3, step: 0.05 }),
    begins: channelField({ label: 'Begins after', ...far, rest: 0 }),
    deep: channelField({ label: 'Ends after', ...far, min: 0.1, rest: 40 }),
    level: channelField({ label: 'Thins above', ...PLACE, rest: 0 }),
    thins: channelField({ label: 'Half as thick each', ...far, rest: 0 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
