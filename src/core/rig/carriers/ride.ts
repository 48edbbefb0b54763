import { z } from 'zod';
import { referenceTo } from '../../schema/owner-kind';
import { IDENTITY, invertRigid, multiply, translation, type Mat4 } from '../../space/matrix';
import { subtract } from '../../space/vector';
import { carrierKind, letterField, type Instant } from '../carrier';

export const rideSettingsSchema = z.object({
  /** Mark that carries the camera. */
  markId: referenceTo('marks'),
  /** Frame at which it was mounted: there the ride changes nothing. */
  from: z.number().min(-100_000).max(1_000_000).default(0),
  /** Turned with the mark, or carried in place alone, looking where it looked. */
  turns: z.boolean().default(true),
  /** The letter that carries it in place; one turned with its mark goes the same way on any letter. */
  letter: letterField,
});
export type RideSettings = z.infer<typeof rideSettingsSchema>;

/** Carried by the middle of a mark or of a letter, without its turns. */
function inPlace({ settings: { markId, from, letter }, context, frame }: Instant<RideSettings>): Mat4 {
  const [home, here] = [from, frame].map((at) => context.middleOf?.(markId ?? '', letter, at));
  return home && here ? translation(...subtract(here, home)) : IDENTITY;
}

/** Carried by a mark: whatever that does since the frame at which the camera was mounted, the camera does too. */
export const ride = carrierKind({
  kind: 'ride',
  label: 'Ride',
  channels: {},
  settings: rideSettingsSchema,
  matrix: (_, instant) => {
    const { settings, context, frame } = instant;
    const { markId, from, turns } = settings;
    if (!markId) return IDENTITY;
    if (!turns) return inPlace(instant);
    const [home, here] = [from, frame].map((at) => context.poseOf?.(markId, at));
    return home && here ? multiply(here, invertRigid(home)) : IDENTITY;
  },
  // A ride goes where the mark goes: there is nothing of its own to land.
  land: () => ({}),
});
