import { z } from 'zod';
import { channelField } from '../schema/fields';
import { colourSchema } from './materials';

const share = { unit: '%', min: 0, max: 1, shown: 100, step: 0.01, digits: 0 } as const;
const turn = { unit: '°', min: -36000, max: 36000, step: 1, digits: 1 } as const;

/** The surroundings that light and reflect in the marks: softboxes and a gradient on a sphere. */
export const domeSchema = z.object({
  strength: channelField({ label: 'Strength', unit: '%', min: 0, max: 20, rest: 1, shown: 100, step: 0.05, digits: 0 }),
  turn: channelField({ label: 'Turn', ...turn, rest: 0 }),
  contrast: channelField({ label: 'Softboxes', unit: '%', min: 0, max: 10, rest: 1, shown: 100, step: 0.05, digits: 0 }),
});

/** The key: a far light of some apparent size, which makes its shadow soft. */
export const keyLightSchema = z.object({
  strength: channelField({ label: 'Strength', unit: '%', min: 0, max: 50, rest: 2.2, shown: 100, step: 0.1, digits: 0 }),
  azimuth: channelField({ label: 'Round', ...turn, rest: -38 }),
  height: channelField({ label: 'Height', unit: '°', min: -90, max: 90, rest: 46, step: 1, digits: 1 }),
  softness: channelField({ label: 'Softness', unit: '°', min: 0, max: 45, rest: 7, step: 0.5, digits: 1 }),
});

export const floorSchema = z.object({
  level: channelField({ label: 'Level', unit: 'm', min: -1000, max: 1000, rest: -0.9, step: 0.05 }),
  shadow: channelField({ label: 'Shadow', ...share, rest: 0.65 }),
});

export const displaySchema = z.object({
  exposure: channelField({ label: 'Exposure', unit: 'stops', min: -10, max: 10, rest: 0, step: 0.1, digits: 2 }),
  knee: channelField({ label: 'Roll-off from', ...share, max: 0.99, rest: 0.55 }),
  falloff: channelField({ label: 'Ground falloff', ...share, rest: 0.75 }),
});

export const setSchema = z.object({
  dome: domeSchema.prefault({}),
  key: keyLightSchema.prefault({}),
  keyColour: colourSchema.default('#fff1dc'),
  floor: floorSchema.prefault({}),
  floorOn: z.boolean().default(true),
  /** The ground behind everything: a bluish grey near black. */
  ground: colourSchema.default('#1b2634'),
  display: displaySchema.prefault({}),
});
export type Setting = z.infer<typeof setSchema>;
