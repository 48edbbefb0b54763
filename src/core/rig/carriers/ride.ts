import { z } from 'zod';
import { IDENTITY, invertRigid, multiply, type Mat4 } from '../../space/matrix';
import { weightField, type CarrierKind } from '../carrier';

export const rideSettingsSchema = z.object({
  /** Mark that carries the camera. */
  markId: z.string().max(40).nullable().default(null),
  /** Frame at which it was mounted: there the ride changes nothing. */
  from: z.number().min(-100_000).max(1_000_000).default(0),
});
export type RideSettings = z.infer<typeof rideSettingsSchema>;

export const rideSchema = z.object({ weight: weightField });

/** Carried by a mark: whatever that does since the frame at which the camera was mounted, the camera does too. */
export const ride: CarrierKind<'ride'> = {
  kind: 'ride',
  label: 'Ride',
  channels: Object.keys(rideSchema.shape),
  schema: rideSchema,
  settings: rideSettingsSchema,
  matrix: (_, instant) => {
    const { markId, from } = (instant?.settings ?? {}) as Partial<RideSettings>;
    if (!instant || !markId) return IDENTITY;
    const [home, here]: (Mat4 | null | undefined)[] = [instant.context.poseOf?.(markId, from ?? 0), instant.context.poseOf?.(markId, instant.frame)];
    return home && here ? multiply(here, invertRigid(home)) : IDENTITY;
  },
  // A ride goes where the mark goes: there is nothing of its own to land.
  land: () => ({}),
};
