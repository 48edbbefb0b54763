import { z } from 'zod';
import { orbitSchema } from '../rig/carriers/orbit';
import { slideSchema } from '../rig/carriers/slide';
import { channelField, numberField } from '../schema/fields';

const stage = { id: z.string().min(1).max(40), on: z.boolean().default(true) };

export const carrierSchema = z.discriminatedUnion('kind', [
  z.object({ ...stage, kind: z.literal('orbit'), channels: orbitSchema.prefault({}) }),
  z.object({ ...stage, kind: z.literal('slide'), channels: slideSchema.prefault({}) }),
]);
export type Carrier = z.infer<typeof carrierSchema>;

export const lensSchema = z.object({
  focalLengthMm: channelField({ label: 'Focal length', unit: 'mm', min: 4, max: 2000, rest: 35, step: 1, digits: 1 }),
  fStop: channelField({ label: 'Stop', unit: 'f/', min: 0.1, max: 64, rest: 4, step: 0.1 }),
  focusDistance: channelField({ label: 'Focus', unit: 'm', min: 0.01, max: 10_000, rest: 8, step: 0.1 }),
});

export const cameraSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().max(80),
  hue: z.number().min(0).max(360),
  carriers: z.array(carrierSchema).min(1).max(16),
  lens: lensSchema.prefault({}),
  /** A mark whose front the focus is held on; null focuses at the distance set. */
  focusOn: z.string().max(40).nullable().default(null),
  sensorWidthMm: numberField({ label: 'Sensor width', unit: 'mm', min: 1, max: 200, rest: 36, step: 1, digits: 1 }),
});
export type Camera = z.infer<typeof cameraSchema>;
