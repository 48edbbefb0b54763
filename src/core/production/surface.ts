import { z } from 'zod';
import { at } from '../motion/channel';
import { channelField, colourChannel } from '../schema/fields';
import { ownerList, type OwnerKind, type OwnerOf } from '../schema/owner-kind';
import { MAX_PATTERNS } from './owners/patterns/pattern-fields';
import { PATTERNS } from './owners/patterns/patterns';
import { MATERIAL_KINDS, MATERIALS, type MaterialKind } from './materials';

const share = { unit: '%', min: 0, max: 1, step: 0.05, digits: 0, shown: 100 } as const;
const length = { unit: 'm', digits: 3 } as const;
const steel = MATERIALS['polished-steel'];

/** What one region of a shell, some letters, or a path of a drawing are made of. */
export const surfaceKind = {
  kind: 'surface',
  label: 'Surface',
  places: ['marks/*/shells/*/surfaces/*', 'marks/*/body/runs/*/surface', 'marks/*/body/paths/*/surface', 'marks/*/body/parts/*/surface'],
  channels: z.object({
    colour: colourChannel({ label: 'Colour', rest: steel.colour }),
    roughness: channelField({ label: 'Roughness', ...share, min: 0.02, rest: steel.roughness, step: 0.01 }),
    opacity: channelField({ label: 'Opacity', ...share, rest: 1 }),
    metalness: channelField({ label: 'Metal', ...share, rest: steel.metalness }),
    coat: channelField({ label: 'Clear coat', ...share, rest: steel.coat }),
    coatRoughness: channelField({ label: 'Coat roughness', ...share, rest: steel.coatRoughness, step: 0.01 }),
    index: channelField({ label: 'Refractive index', min: 1, max: 3, rest: steel.index, step: 0.01 }),
    glow: channelField({ label: 'Glow', unit: '×', min: 0, max: 200, rest: steel.glow, step: 0.1 }),
    transmission: channelField({ label: 'Lets through', ...share, rest: steel.transmission }),
    bending: channelField({ label: 'Bends light', ...share, rest: steel.bending }),
    within: colourChannel({ label: 'Colour within', rest: steel.within }),
    depth: channelField({ label: 'Coloured so after', ...length, min: 0.001, max: 100, rest: steel.depth, step: 0.05 }),
    thickness: channelField({ label: 'Thickness when plain', ...length, min: 0, max: 10, rest: steel.thickness, step: 0.01 }),
    stretch: channelField({ label: 'Brushed', ...share, max: 0.98, rest: steel.stretch }),
    brushing: channelField({ label: 'Brushed along', unit: '°', min: -36_000, max: 36_000, rest: 0, step: 5, digits: 0 }),
  }),
  settings: z.object({ material: z.enum(MATERIAL_KINDS).default('polished-steel') }),
} as const satisfies OwnerKind;

type Values = Omit<z.output<typeof surfaceKind.channels>, MaterialColour | 'opacity' | 'brushing'>;
/** Colours that a material says of a surface. */
export const MATERIAL_COLOURS = ['colour', 'within'] as const;
type MaterialColour = (typeof MATERIAL_COLOURS)[number];
/** Numbers that a material says of a surface. */
export const MATERIAL_VALUES = [
  'roughness',
  'metalness',
  'coat',
  'coatRoughness',
  'index',
  'glow',
  'stretch',
  'transmission',
  'bending',
  'depth',
  'thickness',
] as const satisfies (keyof Values)[];
type MaterialValue = (typeof MATERIAL_VALUES)[number];

/** What is not said of a surface is as its material has it: so documents from before it could be said open as they were. */
function asMaterial(given: unknown): unknown {
  const { channels = {}, settings } = (given ?? {}) as { channels?: Record<string, unknown>; settings?: { material?: string } };
  const material = MATERIALS[(settings?.material ?? 'polished-steel') as MaterialKind];
  if (typeof given !== 'object' || given === null || !material || typeof channels !== 'object') return given;
  const missing = [...MATERIAL_COLOURS, ...MATERIAL_VALUES].filter((name) => !(name in channels));
  if (missing.length === 0) return given;
  return { ...given, channels: { ...channels, ...Object.fromEntries(missing.map((name) => [name, { rest: material[name] }])) } };
}

export const surfaceSchema = z.preprocess(
  asMaterial,
  z.object({
    channels: surfaceKind.channels.prefault({}),
    settings: surfaceKind.settings.prefault({}),
    /** One over the other, the last on top. */
    patterns: ownerList(PATTERNS, MAX_PATTERNS, 'patterns'),
  }),
);
export type Surface = z.output<typeof surfaceSchema>;
export type SurfacePattern = OwnerOf<(typeof PATTERNS)[number]>;

/** A surface in plain values, as it is most often thought of: roughness is 0 for a mirror and 1 for what is fully rough. */
export interface SurfaceLook extends Partial<Record<MaterialValue | 'opacity' | 'brushing', number>> {
  material: MaterialKind;
  colour?: string;
  within?: string;
}

/** A surface at rest; what is left out is as its material has it. */
export function surfaceOf(look: MaterialKind | SurfaceLook): Surface {
  const { material, ...own } = typeof look === 'string' ? { material: look } : look;
  const rest: Record<string, string | number> = { opacity: 1, brushing: 0, ...MATERIALS[material], ...own };
  const channels = Object.keys(surfaceKind.channels.shape).map((name) => [name, at(rest[name] as string | number)]);
  return {
    channels: Object.fromEntries(channels) as Surface['channels'],
    settings: { material },
    patterns: [],
  };
}

/** The values of a surface at rest. */
export const restOf = ({ channels, settings }: Surface): Required<SurfaceLook> =>
  ({
    material: settings.material,
    ...Object.fromEntries(Object.entries(channels).map(([name, { rest }]) => [name, rest])),
  }) as unknown as Required<SurfaceLook>;
