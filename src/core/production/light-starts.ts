import { at } from '../motion/channel';
import type { DomePresetName } from './dome-presets';
import { surroundingsOf } from './dome-presets';
import { addLight, type LightLook } from './edits/light-edits';
import type { LightKindName } from './owners/lights/lights';
import type { Production } from './production';
import { ofKind } from '../schema/owner-kind';

interface StartingLight extends LightLook {
  kind: LightKindName;
  name: string;
}

/** A way to begin lighting: lights, the surroundings, and how strong those are. A new one is one entry here. */
export interface LightStart {
  label: string;
  note: string;
  dome: DomePresetName;
  strength: number;
  lights: readonly StartingLight[];
}

const aimed = { aim: { on: 'point', x: 0, y: 0, z: 0 } } as const;

export const LIGHT_STARTS = {
  'three-point': {
    label: 'Key, fill and rim',
    note: 'a key from the left, a soft fill, a rim from behind and above',
    dome: 'studio',
    strength: 0.55,
    lights: [
      {
        kind: 'area',
        name: 'Key',
        channels: { x: -3.4, y: 3, z: 4.4, width: 1.8, height: 1.8, stops: 0.6, colour: '#fff1dc' },
        settings: aimed,
      },
      {
        kind: 'area',
        name: 'Fill',
        channels: { x: 4.4, y: 1, z: 4.2, width: 3.4, height: 2.6, stops: -1.4, colour: '#dcebff' },
        settings: aimed,
      },
      { kind: 'strip', name: 'Rim', channels: { x: 0.6, y: 3.6, z: -3, length: 5, thickness: 0.2, stops: 1.2 }, settings: aimed },
    ],
  },
  'top-edge': {
    label: 'Top edge',
    note: 'a line of light along the upper bevels, the rest held back',
    dome: 'dark-strips',
    strength: 0.5,
    lights: [
      { kind: 'strip', name: 'Top', channels: { x: 0, y: 4, z: 0.6, length: 8, thickness: 0.16, stops: 1.6 }, settings: aimed },
      {
        kind: 'area',
        name: 'Front',
        channels: { x: 0, y: 0.6, z: 6, width: 5, height: 2, stops: -2.6, colour: '#cfe0f2' },
        settings: aimed,
      },
    ],
  },
  'low-sun': {
    label: 'Low sun',
    note: 'warm, with long soft shadows at 45°',
    dome: 'low-sun',
    strength: 0.8,
    lights: [{ kind: 'sun', name: 'Low sun', channels: { azimuth: -45, height: 16, softness: 1.2, strength: 3, colour: '#ffcf9a' } }],
  },
  night: {
    label: 'Night, rim only',
    note: 'what is turned away from the lens is all that is lit',
    dome: 'dark-strips',
    strength: 0.12,
    lights: [
      {
        kind: 'strip',
        name: 'Rim, left',
        channels: { x: -4, y: 2, z: -2.4, length: 4, thickness: 0.2, stops: 1.4, colour: '#bcd7ff', roll: 90 },
        settings: aimed,
      },
      {
        kind: 'strip',
        name: 'Rim, right',
        channels: { x: 4, y: 2, z: -2.4, length: 4, thickness: 0.2, stops: 1, colour: '#bcd7ff', roll: 90 },
        settings: aimed,
      },
    ],
  },
  product: {
    label: 'Product on black',
    note: 'a bank from above and two cards at the sides',
    dome: 'black-product',
    strength: 1,
    lights: [{ kind: 'area', name: 'Bank', channels: { x: 0, y: 4.4, z: 1.6, width: 6, height: 2, stops: 0 }, settings: aimed }],
  },
  'two-sides': {
    label: 'Two-colour sides',
    note: 'coral from one side, the sea from the other',
    dome: 'two-colours',
    strength: 0.7,
    lights: [
      {
        kind: 'area',
        name: 'Coral',
        channels: { x: -5, y: 0.8, z: 1.4, width: 2, height: 3.4, stops: 0.8, colour: '#ff6a5c' },
        settings: aimed,
      },
      {
        kind: 'area',
        name: 'Sea',
        channels: { x: 5, y: 0.8, z: 1.4, width: 2, height: 3.4, stops: 0.8, colour: '#35c4d6' },
        settings: aimed,
      },
    ],
  },
} as const satisfies Record<string, LightStart>;

export type LightStartName = keyof typeof LIGHT_STARTS;
export const LIGHT_START_NAMES = Object.keys(LIGHT_STARTS) as LightStartName[];

/**
 * Puts a way to begin lighting in the place of the lights and surroundings that there are. Lights stand by the size of what they light.
 * @param reach half the width of the marks, metres; lights of the start are meant for 3
 */
export function startLighting(draft: Production, name: LightStartName, reach = 3): void {
  const { lights, dome, strength }: LightStart = LIGHT_STARTS[name];
  const by = Math.max(0.05, reach / 3);
  const scaled = ['x', 'y', 'z', 'width', 'height', 'length', 'thickness'];
  draft.lights = [];
  for (const { kind, channels = {}, ...look } of lights) {
    // As bright from farther off: the distance counts twice.
    const stops = kind === 'sun' || typeof channels.stops !== 'number' ? {} : { stops: channels.stops + 2 * Math.log2(by) };
    const sized = Object.entries(channels).map(([channel, value]) => [
      channel,
      kind !== 'sun' && scaled.includes(channel) && typeof value === 'number' ? value * by : value,
    ]);
    addLight(draft, kind, { ...look, channels: { ...Object.fromEntries(sized), ...stops } });
  }
  draft.domes = [surroundingsOf(dome, 'surroundings-1')];
  const whole = ofKind(draft.set, 'dome');
  if (!whole) return;
  whole.channels.strength = at(strength);
  whole.channels.mix = at(0);
  whole.channels.contrast = at(1);
}
