import { z } from 'zod';
import { IDENTITY, invertRigid, multiply, translation, type Mat4 } from '../../space/matrix';
import { subtract } from '../../space/vector';
import { letterField, weightField, type CarrierKind, type Instant } from '../carrier';

export const rideSettingsSchema = z.object({
  /** Mark that carries the camera. */
  markId: z.string().max(40).nullable().default(null),
  /** Frame at which it was mounted: there the ride changes nothing. */
  from: z.number().min(-100_000).max(1_000_000).default(0),
  /** Turned with the mark, or carried in place alone, looking where it looked. */
  turns: z.boolean().default(true),
  /** The letter that carries it in place; one turned with its mark goes the same way on any letter. */
  letter: letterField,
});
export type RideSettings = z.infer<typeof rideSettingsSchema>;

export const rideSchema = z.object({ weight: weightField });

/** Carried by the middle of a mark or of a letter, without its turns. */
function inPlace({ markId, from, letter }: RideSettings, { context, frame }: Instant): Mat4 {
  const [home, here] = [from, frame].map((at) => context.middleOf?.(markId ?? '', letter, at));
  return home && here ? translation(...subtract(here, home)) : IDENTITY;
}

/** Carried by a mark: whatever that does since the frame at which the camera was mounted, the camera does too. */
export const ride: CarrierKind<'ride'> = {
  kind: 'ride',
  label: 'Ride',
  channels: Object.keys(rideSchema.shape),
  schema: rideSchema,
  settings: rideSettingsSchema,
  matrix: (_, instant) => {
    const settings = instant?.settings as RideSettings | undefined;
    if (!instant || !settings?.markId) return IDENTITY;
    if (!settings.turns) return inPlace(settings, instant);
    const [home, here] = [settings.from, instant.frame].map((at) => instant.context.poseOf?.(settings.markId ?? '', at));
    return home && here ? multiply(here, invertRigid(home)) : IDENTITY;
  },
  // A ride goes where the mark goes: there is nothing of its own to land.
  land: () => ({}),
};
