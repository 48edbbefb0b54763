import { z } from 'zod';
import { channelField, intField, numberField } from '../../schema/fields';
import { IDENTITY, invertRigid, multiply, panTiltRoll, product, translation, type Mat4 } from '../../space/matrix';
import { shareOf } from '../../space/quaternion';
import { carrierKind } from '../carrier';
import { poseAt, smoothedPoses, type EvenPoses, type PoseAxis } from '../take-poses';

/** Poses a second that a take is kept at: more than a hand moves. */
export const TAKE_RATE = 30;
export const MAX_TAKE_POSES = 5400;

export const takeSettingsSchema = z.object({
  name: z.string().max(120).default(''),
  rate: z.number().min(1).max(240).default(TAKE_RATE),
  poses: z
    .array(z.number().min(-1e6).max(1e6))
    .max(MAX_TAKE_POSES * 6)
    .default([])
    .refine((poses) => poses.length % 6 === 0, 'A take has six numbers a pose.'),
  from: intField({ label: 'Begins at', unit: 'fr', min: -36_000, max: 36_000, rest: 0 }),
  /** What is left out at its beginning and its end. */
  cutStart: numberField({ label: 'Trim start', unit: 's', min: 0, max: 3600, rest: 0, step: 0.1 }),
  cutEnd: numberField({ label: 'Trim end', unit: 's', min: 0, max: 3600, rest: 0, step: 0.1 }),
  smooth: numberField({ label: 'Smoothed over', unit: 's', min: 0, max: 10, rest: 0, step: 0.1 }),
  moves: numberField({ label: 'Moves', unit: '%', min: 0, max: 20, rest: 1, step: 0.1, digits: 0, shown: 100 }),
  turns: numberField({ label: 'Turns', unit: '%', min: 0, max: 20, rest: 1, step: 0.1, digits: 0, shown: 100 }),
});
export type TakeSettings = z.infer<typeof takeSettingsSchema>;

interface Ready {
  poses: EvenPoses;
  home: Mat4;
  seconds: number;
}

const kept = new WeakMap<object, Ready | null>();

const matrixOf = (p: Record<PoseAxis, number>) => product(translation(p.x, p.y, p.z), panTiltRoll(p.pan, p.tilt, p.roll));

/** The trimmed and smoothed poses of a take; kept by its settings, which never change in place. */
function ready(settings: TakeSettings): Ready | null {
  let made = kept.get(settings);
  if (made === undefined) {
    const count = settings.poses.length / 6;
    const first = Math.min(count, Math.round(settings.cutStart * settings.rate));
    const last = Math.max(first, count - Math.round(settings.cutEnd * settings.rate));
    const poses = smoothedPoses({ rate: settings.rate, poses: settings.poses.slice(first * 6, last * 6) }, settings.smooth);
    made =
      poses.poses.length < 12
        ? null
        : { poses, home: invertRigid(matrixOf(poseAt(poses, 0))), seconds: (poses.poses.length / 6 - 1) / settings.rate };
    kept.set(settings, made);
  }
  return made;
}

/** Length of what is left of a take after trimming, seconds. */
export const takeSeconds = (settings: TakeSettings): number => ready(settings)?.seconds ?? 0;

/** Carried as a tracked camera was: relative to where the take begins. */
export const take = carrierKind({
  kind: 'take',
  label: 'Take',
  channels: {
    amount: channelField({ label: 'Amount', unit: '%', min: 0, max: 10, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  },
  settings: takeSettingsSchema,
  matrix: (v, { settings, frame, context }) => {
    const of = ready(settings);
    if (!of) return IDENTITY;
    const pose = multiply(of.home, matrixOf(poseAt(of.poses, (frame - settings.from) / context.framesPerSecond)));
    const amount = v.amount ?? 1;
    const moved = translation(
      (pose[12] ?? 0) * amount * settings.moves,
      (pose[13] ?? 0) * amount * settings.moves,
      (pose[14] ?? 0) * amount * settings.moves,
    );
    const turned = shareOf([...pose.slice(0, 12), 0, 0, 0, 1], amount * settings.turns);
    return multiply(moved, turned);
  },
  // A take is not flown to.
  land: () => ({}),
});
