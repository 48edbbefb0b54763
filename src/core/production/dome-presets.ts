import { allAt } from '../motion/channel';
import type { DomeElementKindName } from './owners/dome-elements/elements';
import { surroundingsSchema, type Surroundings } from './surroundings';

type Values = Record<string, number | string>;

interface Element extends Values {
  kind: DomeElementKindName;
  name: string;
}

/** Surroundings that ship, in plain values. A new one is one entry here. */
export interface DomePreset {
  label: string;
  ground: Values;
  elements: readonly Element[];
}

const box = (name: string, azimuth: number, height: number, width: number, tall: number, edge: number, colour: string, strength: number) =>
  ({ kind: 'dome-softbox', name, azimuth, height, width, tall, edge, colour, strength }) as const;

const strip = (
  name: string,
  azimuth: number,
  height: number,
  length: number,
  thickness: number,
  roll: number,
  colour: string,
  strength: number,
) => ({ kind: 'dome-strip', name, azimuth, height, length, thickness, roll, colour, strength }) as const;

const DARK = { ground: 1, zenith: '#0b0d10', horizon: '#20262d', below: '#101317', nadir: '#050607' };

export const DOME_PRESETS = {
  studio: {
    label: 'Studio',
    ground: {},
    elements: [
      box('Overhead', -12, 58, 124, 26, 3, '#eef4ff', 4.6),
      box('Left wall', -74, 12, 18, 92, 2, '#cfe6ff', 3.6),
      box('Right strip', 62, 20, 10, 80, 1.5, '#ffe3c2', 3.4),
      box('Warm back', 152, 38, 52, 32, 5, '#ffd9ae', 6),
      box('Cool back', -140, 24, 28, 60, 4, '#9fd4ff', 4.2),
      box('From the floor', 8, -34, 140, 14, 6, '#58b7b4', 0.55),
    ],
  },
  'clear-sky': {
    label: 'Clear sky',
    ground: { ground: 1, zenith: '#000000', horizon: '#000000', below: '#4d4a45', nadir: '#1d1c1b' },
    elements: [{ kind: 'dome-sky', name: 'Sky', azimuth: -40, height: 32, turbidity: 2.6, strength: 0.8 }],
  },
  'evening-sky': {
    label: 'Evening sky',
    ground: { ground: 1, zenith: '#000000', horizon: '#000000', below: '#2b241f', nadir: '#0e0c0b' },
    elements: [
      { kind: 'dome-sky', name: 'Sky', azimuth: 62, height: 5, turbidity: 4.5, strength: 1.6 },
      { kind: 'dome-gradient', name: 'Afterglow', azimuth: 62, height: 2, reach: 46, colour: '#ff9a4d', strength: 1.2 },
    ],
  },
  'dark-strips': {
    label: 'Dark with strips',
    ground: DARK,
    elements: [
      strip('Upper line', 0, 46, 150, 4, 0, '#f2f6ff', 9),
      strip('Left line', -70, 10, 110, 3, 90, '#dfeaff', 8),
      strip('Right line', 70, 10, 110, 3, 90, '#fff0df', 8),
      strip('Low line', 0, -28, 120, 3, 0, '#9db7c9', 2),
    ],
  },
  'ring-light': {
    label: 'Ring over the lens',
    ground: { ...DARK, horizon: '#3a4048' },
    elements: [
      { kind: 'dome-ring', name: 'Ring', azimuth: 0, height: 8, across: 54, thickness: 7, edge: 1.2, colour: '#ffffff', strength: 9 },
      { kind: 'dome-bounce', name: 'Table', reach: 70, colour: '#8f9aa6', strength: 0.5 },
      box('Back', 180, 30, 90, 40, 6, '#c9dcff', 4),
    ],
  },
  'low-sun': {
    label: 'Low sun',
    ground: { ground: 0.8, zenith: '#25324a', horizon: '#ffb27a', below: '#5a4a48', nadir: '#15110f' },
    elements: [
      { kind: 'dome-disc', name: 'Sun', azimuth: -58, height: 9, across: 9, edge: 1.5, colour: '#ffd9a0', strength: 60 },
      { kind: 'dome-gradient', name: 'Glow', azimuth: -58, height: 6, reach: 95, colour: '#ff8a4a', strength: 1.6 },
      { kind: 'dome-horizon', name: 'Haze', height: 2, thickness: 5, edge: 6, colour: '#ffcf9e', strength: 0.9 },
    ],
  },
  overcast: {
    label: 'Overcast',
    ground: { ground: 1, zenith: '#dfe6ec', horizon: '#aeb8c2', below: '#6d7276', nadir: '#3a3c3e' },
    elements: [{ kind: 'dome-gradient', name: 'Brightest cloud', azimuth: 30, height: 70, reach: 150, colour: '#f4f8fc', strength: 1.1 }],
  },
  'two-colours': {
    label: 'Two colours',
    ground: DARK,
    elements: [
      box('Coral side', -78, 14, 60, 120, 8, '#ff5a52', 4),
      box('Sea side', 78, 14, 60, 120, 8, '#2fb7c9', 4),
      strip('Edge', 0, 62, 120, 5, 0, '#ffffff', 5),
    ],
  },
  'lantern-sea': {
    label: 'Deep water',
    ground: { ground: 0.7, zenith: '#2f6f78', horizon: '#0f3440', below: '#08181f', nadir: '#02070a' },
    elements: [
      { kind: 'dome-disc', name: 'Surface', azimuth: 0, height: 82, across: 58, edge: 18, colour: '#a6f0e6', strength: 5 },
      { kind: 'dome-gradient', name: 'Shafts', azimuth: 20, height: 60, reach: 80, colour: '#4fc3bd', strength: 1.2 },
      { kind: 'dome-disc', name: 'Lantern', azimuth: -64, height: -6, across: 14, edge: 5, colour: '#ffcf8f', strength: 12 },
    ],
  },
  'black-product': {
    label: 'Product on black',
    ground: { ground: 1, zenith: '#000000', horizon: '#050506', below: '#020202', nadir: '#000000' },
    elements: [
      box('Bank above', 0, 70, 160, 36, 9, '#ffffff', 5),
      box('Left card', -82, 0, 14, 130, 5, '#f4f8ff', 3),
      box('Right card', 82, 0, 14, 130, 5, '#f4f8ff', 3),
    ],
  },
  window: {
    label: 'Window',
    ground: { ground: 0.5, zenith: '#4c4a47', horizon: '#6a645c', below: '#544d45', nadir: '#2c2822' },
    elements: [
      box('Upper pane, left', -52, 34, 22, 26, 1, '#eef6ff', 8),
      box('Upper pane, right', -27, 34, 22, 26, 1, '#eef6ff', 8),
      box('Lower pane, left', -52, 6, 22, 24, 1, '#e4eeff', 7),
      box('Lower pane, right', -27, 6, 22, 24, 1, '#e4eeff', 7),
      { kind: 'dome-bounce', name: 'Boards', reach: 85, colour: '#a67f58', strength: 0.5 },
    ],
  },
} as const satisfies Record<string, DomePreset>;

export type DomePresetName = keyof typeof DOME_PRESETS;
export const DOME_PRESET_NAMES = Object.keys(DOME_PRESETS) as DomePresetName[];

/** Surroundings as a preset has them. */
export function surroundingsOf(name: DomePresetName, id: string): Surroundings {
  const { label, ground, elements }: DomePreset = DOME_PRESETS[name];
  return surroundingsSchema.parse({
    id,
    name: label,
    channels: allAt(ground),
    elements: elements.map(({ kind, name: called, ...values }, i) => ({
      id: `light-${i + 1}`,
      kind,
      name: called,
      channels: allAt(values),
    })),
  });
}
