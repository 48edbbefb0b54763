import { z } from 'zod';
import { MAX_KELVIN, MIN_KELVIN } from '../../../light/black-body';
import { letterField } from '../../../rig/carrier';
import { channelField, colourChannel, numberField, switchChannel } from '../../../schema/fields';
import { referenceTo } from '../../../schema/owner-kind';
import { markListField } from '../mark-list';
import { PLACE, SHARE, TURN } from '../units';

/** How bright a light is told: stops over a middle, what comes out of it in lumens, or watts of a black body of its kelvin. */
export const MEASURES = ['stops', 'lumens', 'watts'] as const;
/** What its colour is told by. */
export const TINTS = ['colour', 'kelvin'] as const;
export const LIGHT_AIMS = ['nothing', 'mark', 'point'] as const;
export const LIGHT_BEARERS = ['nothing', 'camera', 'mark'] as const;
/** Which marks it lights: all, only those that are listed, or all but those. */
export const LINKINGS = ['all', 'only', 'without'] as const;

/** What every light has. */
export const LIGHT_CHANNELS = {
  on: switchChannel({ label: 'On', rest: true }),
  strength: channelField({ label: 'Strength', ...SHARE, max: 50, rest: 1, step: 0.1 }),
  stops: channelField({ label: 'Over the middle', unit: 'stops', min: -20, max: 20, rest: 0, step: 0.5 }),
  watts: channelField({ label: 'Watts of a black body', unit: 'W', min: 0, max: 1_000_000, rest: 1000, step: 50, digits: 0 }),
  colour: colourChannel({ label: 'Colour', rest: '#ffffff' }),
  kelvin: channelField({ label: 'Kelvin', unit: 'K', min: MIN_KELVIN, max: MAX_KELVIN, rest: 5600, step: 100, digits: 0 }),
};

export const lumensChannel = channelField({ label: 'Lumens', unit: 'lm', min: 0, max: 10_000_000, rest: 20_000, step: 1000, digits: 0 });
export const luxChannel = channelField({ label: 'Lux', unit: 'lx', min: 0, max: 200_000, rest: 2500, step: 100, digits: 0 });

/** What a light has that stands somewhere. */
export const PLACED_CHANNELS = {
  x: channelField({ label: 'Across', ...PLACE }),
  y: channelField({ label: 'Up', ...PLACE, rest: 3 }),
  z: channelField({ label: 'Toward', ...PLACE, rest: 5 }),
  pan: channelField({ label: 'Pan', ...TURN }),
  tilt: channelField({ label: 'Tilt', ...TURN }),
  roll: channelField({ label: 'Roll', ...TURN }),
};

const linksSchema = z.object({
  of: z.enum(LINKINGS).default('all'),
  marks: markListField,
});

export const LIGHT_SETTINGS = {
  measure: z.enum(MEASURES).default('stops'),
  tint: z.enum(TINTS).default('colour'),
  /** Throws shadows. */
  shadows: z.boolean().default(true),
  links: linksSchema.prefault({}),
  /** What carries it: its place and turns are told in the frame of that. */
  bearer: z
    .object({ kind: z.enum(LIGHT_BEARERS).default('nothing'), cameraId: referenceTo('cameras'), markId: referenceTo('marks') })
    .prefault({}),
};

const coordinate = (label: string) => numberField({ label, ...PLACE });

export const AIM_SETTINGS = {
  aim: z
    .object({
      on: z.enum(LIGHT_AIMS).default('point'),
      markId: referenceTo('marks'),
      letter: letterField,
      x: coordinate('Aim across'),
      y: coordinate('Aim up'),
      z: coordinate('Aim toward'),
    })
    .prefault({}),
};

interface AnyLightSettings {
  bearer: { kind: (typeof LIGHT_BEARERS)[number]; cameraId: string | null; markId: string | null };
  aim?: { on: (typeof LIGHT_AIMS)[number]; markId: string | null };
}

/** A light whose mark or camera is gone is carried by nothing, and shines where it did by itself. */
export function onLightLoss(settings: Record<string, unknown>): void {
  const { bearer, aim } = settings as unknown as AnyLightSettings;
  if (bearer.kind === 'camera' && bearer.cameraId === null) bearer.kind = 'nothing';
  if (bearer.kind === 'mark' && bearer.markId === null) bearer.kind = 'nothing';
  if (aim?.on === 'mark' && aim.markId === null) aim.on = 'point';
}
