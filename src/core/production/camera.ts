import { z } from 'zod';
import { letterField } from '../rig/carrier';
import { CARRIERS } from '../rig/rig';
import { channelField, idField, intField, numberField } from '../schema/fields';
import { textField } from '../schema/text';
import { anyOf, NO_SETTINGS, referenceTo, uniqueIds, type OwnerKind } from '../schema/owner-kind';

/** Which of its keyed numbers a lens has; what it is focused on stands with the camera. */
export const lens = {
  kind: 'lens',
  label: 'Lens',
  places: ['cameras/*/lens'],
  measured: 'poses',
  channels: z.object({
    focalLengthMm: channelField({ label: 'Focal length', unit: 'mm', min: 4, max: 10_000, rest: 35, step: 1, digits: 1 }),
    hold: channelField({ label: 'Size held', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
    fStop: channelField({ label: 'Stop', unit: 'f/', min: 0.1, max: 64, rest: 4, step: 0.1 }),
    focusDistance: channelField({ label: 'Focus', unit: 'm', min: 0.01, max: 10_000, rest: 8, step: 0.1 }),
    rack: channelField({ label: 'Racked', unit: '%', min: 0, max: 1, rest: 0, step: 0.05, digits: 0, shown: 100 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;

const metres = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;

const pointSchema = (what: string) =>
  z
    .object({
      x: numberField({ label: `${what} across`, ...metres }),
      y: numberField({ label: `${what} up`, ...metres }),
      z: numberField({ label: `${what} toward`, ...metres }),
    })
    .prefault({});

/** What a camera is held on, and how far. */
export const aim = {
  kind: 'aim',
  label: 'Aim',
  places: ['cameras/*/aim'],
  measured: 'poses',
  channels: z.object({
    amount: channelField({ label: 'Held', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  }),
  settings: z.object({
    on: z.enum(['nothing', 'mark', 'point']).default('nothing'),
    markId: referenceTo('marks'),
    letter: letterField,
    point: pointSchema('Aim'),
  }),
  applies: ({ on }) => on !== 'nothing',
  onLoss: (settings) => void (settings.on = 'nothing'),
} as const satisfies OwnerKind;

/** What a lens is focused on: a distance, a point, a mark's front, what the lens axis meets, or a mark's nearest point. */
export const FOCUS_KINDS = ['distance', 'point', 'front', 'axis', 'nearest'] as const;
const focusTarget = { on: z.enum(FOCUS_KINDS).default('distance'), markId: referenceTo('marks'), point: pointSchema('Focus') };
export const focusTargetSchema = z.object(focusTarget);
export type FocusTarget = z.infer<typeof focusTargetSchema>;

export const focusSchema = z.object({
  ...focusTarget,
  /** What the focus racks to as the rack is keyed; null racks to nothing. */
  to: focusTargetSchema.nullable().default(null),
  smooth: intField({ label: 'Smoothed over', unit: 'fr', min: 0, max: 100, rest: 0 }),
});

export const irisSchema = z.object({
  blades: intField({ label: 'Blades', min: 0, max: 18, rest: 0 }),
  roundness: numberField({ label: 'Roundness', unit: '%', min: 0, max: 1, rest: 0.3, step: 0.05, digits: 0, shown: 100 }),
  squeeze: numberField({ label: 'Squeeze', unit: '×', min: 0.4, max: 2.5, rest: 1, step: 0.05 }),
  turn: numberField({ label: 'Blade turn', unit: '°', min: -180, max: 180, rest: 0, step: 5, digits: 0 }),
});

/** A mark whose size in the frame is held from a frame on, by the focal length. */
export const holdSchema = z.object({
  markId: referenceTo('marks'),
  from: numberField({ label: 'Size as at', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 0 }),
});

export const MAX_CARRIERS = 16;

export const carrierSchema = anyOf(CARRIERS);

export const cameraSchema = z.object({
  id: idField,
  name: textField(80),
  hue: z.number().min(0).max(360),
  /** The first one carries all the others. */
  carriers: z
    .array(carrierSchema)
    .min(1)
    .max(MAX_CARRIERS)
    .refine(...uniqueIds('carriers')),
  lens: z.object({ channels: lens.channels.prefault({}) }).prefault({}),
  aim: z.object({ channels: aim.channels.prefault({}), settings: aim.settings.prefault({}) }).prefault({}),
  focus: focusSchema.prefault({}),
  iris: irisSchema.prefault({}),
  hold: holdSchema.prefault({}),
  sensorWidthMm: numberField({ label: 'Sensor width', unit: 'mm', min: 1, max: 200, rest: 36, step: 1, digits: 1 }),
});
export type Camera = z.infer<typeof cameraSchema>;
