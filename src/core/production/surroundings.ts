import { z } from 'zod';
import { channelField, colourChannel, idField } from '../schema/fields';
import { ownerList, type OwnerKind, type OwnerOf } from '../schema/owner-kind';
import { textField } from '../schema/text';
import { DOME_ELEMENTS, type DomeElementKind } from './owners/dome-elements/elements';
import { SHARE, TURN } from './owners/units';
import { pictureSchema } from './picture';

export const MAX_SURROUNDINGS = 2;
export const MAX_ELEMENTS = 16;

const strength = { ...SHARE, max: 100, step: 0.05 } as const;

/** One of the surroundings that make the dome: a ground of four colours or a picture, and the lights on it. */
export const surroundingsKind = {
  kind: 'surroundings',
  label: 'Surroundings',
  places: ['domes/*'],
  channels: z.object({
    strength: channelField({ label: 'Strength', ...strength, rest: 1 }),
    turn: channelField({ label: 'Turn', ...TURN }),
    ground: channelField({ label: 'Ground', ...strength, rest: 1.06 }),
    zenith: colourChannel({ label: 'Overhead', rest: '#3d4957' }),
    horizon: colourChannel({ label: 'Horizon', rest: '#e3f0ff' }),
    below: colourChannel({ label: 'Under the horizon', rest: '#c9ced4' }),
    nadir: colourChannel({ label: 'Below', rest: '#11171e' }),
    tint: colourChannel({ label: 'Tint of the picture', rest: '#ffffff' }),
  }),
  settings: z.object({ picture: pictureSchema.nullable().default(null) }),
} as const satisfies OwnerKind;

export const surroundingsSchema = z.object({
  id: idField,
  kind: z.literal('surroundings').default('surroundings'),
  name: textField(80).default(''),
  channels: surroundingsKind.channels.prefault({}),
  settings: surroundingsKind.settings.prefault({}),
  elements: ownerList(DOME_ELEMENTS, MAX_ELEMENTS, 'lights of the dome'),
});
export type Surroundings = z.output<typeof surroundingsSchema>;
export type DomeElement = OwnerOf<DomeElementKind>;
