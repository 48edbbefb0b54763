import { z } from 'zod';
import { letterField } from '../rig/carrier';
import { orbitSchema } from '../rig/carriers/orbit';
import { railSchema, railSettingsSchema } from '../rig/carriers/rail';
import { rideSchema, rideSettingsSchema } from '../rig/carriers/ride';
import { shakeSchema, shakeSettingsSchema } from '../rig/carriers/shake';
import { slideSchema } from '../rig/carriers/slide';
import { takeSchema, takeSettingsSchema } from '../rig/carriers/take';
import { channelField, intField, numberField } from '../schema/fields';

const stage = { id: z.string().min(1).max(40), on: z.boolean().default(true) };

export const carrierSchema = z.discriminatedUnion('kind', [
  z.object({ ...stage, kind: z.literal('orbit'), channels: orbitSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('slide'), channels: slideSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('rail'), channels: railSchema.prefault({}), settings: railSettingsSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('ride'), channels: rideSchema.prefault({}), settings: rideSettingsSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('shake'), channels: shakeSchema.prefault({}), settings: shakeSettingsSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('take'), channels: takeSchema.prefault({}), settings: takeSettingsSchema.prefault({}) }),
]);
export type Carrier = z.infer<typeof carrierSchema>;

export const lensSchema = z.object({
  focalLengthMm: channelField({ label: 'Focal length', unit: 'mm', min: 4, max: 10_000, rest: 35, step: 1, digits: 1 }),
  hold: channelField({ label: 'Size held', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  fStop: channelField({ label: 'Stop', unit: 'f/', min: 0.1, max: 64, rest: 4, step: 0.1 }),
  focusDistance: channelField({ label: 'Focus', unit: 'm', min: 0.01, max: 10_000, rest: 8, step: 0.1 }),
  rack: channelField({ label: 'Racked', unit: '%', min: 0, max: 1, rest: 0, step: 0.05, digits: 0, shown: 100 }),
});

const metres = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;

const pointSchema = (what: string) =>
  z
    .object({
      x: numberField({ label: `${what} across`, ...metres }),
      y: numberField({ label: `${what} up`, ...metres }),
      z: numberField({ label: `${what} toward`, ...metres }),
    })
    .prefault({});
const markRef = z.string().max(40).nullable().default(null);

/** What a camera is held on. */
export const aimSchema = z.object({
  on: z.enum(['nothing', 'mark', 'point']).default('nothing'),
  markId: markRef,
  letter: letterField,
  point: pointSchema('Aim'),
});
export const aimChannelsSchema = z.object({
  amount: channelField({ label: 'Held', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
});

/** What a lens is focused on: a distance, a point, a mark's front, what the lens axis meets, or a mark's nearest point. */
export const FOCUS_KINDS = ['distance', 'point', 'front', 'axis', 'nearest'] as const;
const focusTarget = { on: z.enum(FOCUS_KINDS).default('distance'), markId: markRef, point: pointSchema('Focus') };
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
  markId: markRef,
  from: numberField({ label: 'Size as at', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 0 }),
});

export const MAX_CARRIERS = 16;

export const cameraSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().max(80),
  hue: z.number().min(0).max(360),
  carriers: z.array(carrierSchema).min(1).max(MAX_CARRIERS),
  lens: lensSchema.prefault({}),
  aim: aimSchema.prefault({}),
  aimChannels: aimChannelsSchema.prefault({}),
  focus: focusSchema.prefault({}),
  iris: irisSchema.prefault({}),
  hold: holdSchema.prefault({}),
  sensorWidthMm: numberField({ label: 'Sensor width', unit: 'mm', min: 1, max: 200, rest: 36, step: 1, digits: 1 }),
});
export type Camera = z.infer<typeof cameraSchema>;
