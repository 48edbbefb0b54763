import { z } from 'zod';
import { orbitSchema } from '../rig/carriers/orbit';
import { railSchema, railSettingsSchema } from '../rig/carriers/rail';
import { rideSchema, rideSettingsSchema } from '../rig/carriers/ride';
import { shakeSchema, shakeSettingsSchema } from '../rig/carriers/shake';
import { slideSchema } from '../rig/carriers/slide';
import { channelField, numberField } from '../schema/fields';

const stage = { id: z.string().min(1).max(40), on: z.boolean().default(true) };

export const carrierSchema = z.discriminatedUnion('kind', [
  z.object({ ...stage, kind: z.literal('orbit'), channels: orbitSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('slide'), channels: slideSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('rail'), channels: railSchema.prefault({}), settings: railSettingsSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('ride'), channels: rideSchema.prefault({}), settings: rideSettingsSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('shake'), channels: shakeSchema.prefault({}), settings: shakeSettingsSchema.prefault({}) }),
]);
export type Carrier = z.infer<typeof carrierSchema>;

export const lensSchema = z.object({
  focalLengthMm: channelField({ label: 'Focal length', unit: 'mm', min: 4, max: 2000, rest: 35, step: 1, digits: 1 }),
  fStop: channelField({ label: 'Stop', unit: 'f/', min: 0.1, max: 64, rest: 4, step: 0.1 }),
  focusDistance: channelField({ label: 'Focus', unit: 'm', min: 0.01, max: 10_000, rest: 8, step: 0.1 }),
});

const metres = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;

/** What a camera is held on. */
export const aimSchema = z.object({
  on: z.enum(['nothing', 'mark', 'point']).default('nothing'),
  markId: z.string().max(40).nullable().default(null),
  point: z
    .object({ x: numberField({ label: 'Aim across', ...metres }), y: numberField({ label: 'Aim up', ...metres }), z: numberField({ label: 'Aim toward', ...metres }) })
    .prefault({}),
});
export const aimChannelsSchema = z.object({
  amount: channelField({ label: 'Held', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
});

export const cameraSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().max(80),
  hue: z.number().min(0).max(360),
  carriers: z.array(carrierSchema).min(1).max(16),
  lens: lensSchema.prefault({}),
  aim: aimSchema.prefault({}),
  aimChannels: aimChannelsSchema.prefault({}),
  /** A mark whose front the focus is held on; null focuses at the distance set. */
  focusOn: z.string().max(40).nullable().default(null),
  sensorWidthMm: numberField({ label: 'Sensor width', unit: 'mm', min: 1, max: 200, rest: 36, step: 1, digits: 1 }),
});
export type Camera = z.infer<typeof cameraSchema>;
