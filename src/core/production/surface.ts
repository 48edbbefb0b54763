import { z } from 'zod';
import { at } from '../motion/channel';
import { channelField, colourChannel } from '../schema/fields';
import type { OwnerKind } from '../schema/owner-kind';
import { MATERIAL_KINDS, MATERIALS, type MaterialKind } from './materials';

/** What one region of a shell, some letters, or a path of a drawing are made of. */
export const surfaceKind = {
  kind: 'surface',
  label: 'Surface',
  places: ['marks/*/shells/*/surfaces/*', 'marks/*/body/runs/*/surface', 'marks/*/body/paths/*/surface', 'marks/*/body/parts/*/surface'],
  channels: z.object({
    colour: colourChannel({ label: 'Colour', rest: MATERIALS['polished-steel'].colour }),
    roughness: channelField({ label: 'Roughness', unit: '%', min: 0.02, max: 1, rest: 0.14, step: 0.01, digits: 0, shown: 100 }),
    opacity: channelField({ label: 'Opacity', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  }),
  settings: z.object({ material: z.enum(MATERIAL_KINDS).default('polished-steel') }),
} as const satisfies OwnerKind;

export const surfaceSchema = z.object({ channels: surfaceKind.channels.prefault({}), settings: surfaceKind.settings.prefault({}) });
export type Surface = z.output<typeof surfaceSchema>;

/** A surface in plain values, as it is most often thought of. */
export interface SurfaceLook {
  material: MaterialKind;
  colour?: string;
  /** 0 mirror, 1 fully rough. */
  roughness?: number;
  opacity?: number;
}

/** A surface at rest; what is left out is as its material has it. */
export function surfaceOf(look: MaterialKind | SurfaceLook): Surface {
  const { material, ...own } = typeof look === 'string' ? { material: look } : look;
  const { colour, roughness } = MATERIALS[material];
  const rest = { colour, roughness, opacity: 1, ...own };
  return { channels: { colour: at(rest.colour), roughness: at(rest.roughness), opacity: at(rest.opacity) }, settings: { material } };
}

/** The values of a surface at rest. */
export const restOf = ({ channels: { colour, roughness, opacity }, settings }: Surface): Required<SurfaceLook> => ({
  material: settings.material,
  colour: colour.rest,
  roughness: roughness.rest,
  opacity: opacity.rest,
});
