import { z } from 'zod';
import { channelField, intField, numberField } from '../../schema/fields';
import { multiply, panTiltRoll, translation } from '../../space/matrix';
import { carrierKind } from '../carrier';
import { SHAKE_NAMES, shakeAt } from '../shake-model';

export const shakeSettingsSchema = z.object({
  preset: z.enum(SHAKE_NAMES).default('hands'),
  seed: intField({ label: 'Seed', min: 0, max: 9999, rest: 1 }),
  /** Length after which it comes back to where it began, frames; 0 never does. */
  loop: intField({ label: 'Loops after', unit: 'fr', min: 0, max: 36_000, rest: 0, step: 1 }),
  /** Frame at which a hit falls. */
  at: numberField({ label: 'Falls at', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 0 }),
  /** Turns less with a longer lens, so that the picture moves as much. */
  withLens: z.boolean().default(true),
});
export type ShakeSettings = z.infer<typeof shakeSettingsSchema>;

/** Focal length at which presets turn as they say, millimetres: a normal lens (common practice). */
const NORMAL_MM = 35;

/** How a camera moves that is carried by hand, by a vehicle, or hit. */
export const shake = carrierKind({
  kind: 'shake',
  label: 'Shake',
  channels: {
    amount: channelField({ label: 'Amount', unit: '%', min: 0, max: 20, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  },
  settings: shakeSettingsSchema,
  matrix: (v, { settings, frame, context }) => {
    const { preset, seed, loop, at, withLens } = settings;
    const fps = context.framesPerSecond;
    const s = shakeAt(preset, seed, (frame - (preset === 'hit' ? at : 0)) / fps, loop / fps);
    const amount = v.amount ?? 1;
    const turn = amount * (withLens ? NORMAL_MM / (context.focalLengthMm?.(frame) ?? NORMAL_MM) : 1);
    return multiply(
      translation((s.x * amount) / 1000, (s.y * amount) / 1000, (s.z * amount) / 1000),
      panTiltRoll(s.pan * turn, s.tilt * turn, s.roll * turn),
    );
  },
  // A shake is not flown to.
  land: () => ({}),
});
