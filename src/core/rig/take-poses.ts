import { nearestTurn } from '../space/matrix';

/** A pose at a time: metres and degrees. */
export interface TimedPose {
  seconds: number;
  x: number;
  y: number;
  z: number;
  pan: number;
  tilt: number;
  roll: number;
}

export const POSE_AXES = ['x', 'y', 'z', 'pan', 'tilt', 'roll'] as const;
export type PoseAxis = (typeof POSE_AXES)[number];

/** Poses at even steps of time, six numbers each, in the order of the axes. */
export interface EvenPoses {
  /** Poses a second. */
  rate: number;
  poses: number[];
}

const round = (v: number) => Math.round(v * 1e5) / 1e5;

/**
 * Puts samples that came at uneven times, out of order or with gaps onto even steps. Angles go on without jumping by whole turns; a gap is
 * bridged straight.
 */
export function evenPoses(samples: readonly TimedPose[], rate: number): EvenPoses {
  const sorted = [...samples]
    .sort((a, b) => a.seconds - b.seconds)
    .filter((s, i, all) => i === 0 || s.seconds > (all[i - 1] as TimedPose).seconds + 1e-6);
  const [first] = sorted;
  const last = sorted[sorted.length - 1];
  if (!first || !last) return { rate, poses: [] };
  const smoothTurns = sorted.slice(0, 1);
  for (const sample of sorted.slice(1)) {
    const before = smoothTurns[smoothTurns.length - 1] as TimedPose;
    smoothTurns.push({
      ...sample,
      pan: nearestTurn(sample.pan, before.pan),
      tilt: nearestTurn(sample.tilt, before.tilt),
      roll: nearestTurn(sample.roll, before.roll),
    });
  }
  const poses: number[] = [];
  let i = 0;
  const count = Math.floor((last.seconds - first.seconds) * rate + 1e-6) + 1;
  for (let n = 0; n < count; n++) {
    const at = first.seconds + n / rate;
    while (i + 2 < smoothTurns.length && (smoothTurns[i + 1] as TimedPose).seconds <= at) i++;
    const a = smoothTurns[i] as TimedPose;
    const b = smoothTurns[i + 1] ?? a;
    const share = b.seconds > a.seconds ? Math.max(0, Math.min(1, (at - a.seconds) / (b.seconds - a.seconds))) : 0;
    for (const axis of POSE_AXES) poses.push(round(a[axis] + (b[axis] - a[axis]) * share));
  }
  return { rate, poses };
}

/** The mean of each pose and its neighbours under a bell (Hann) so many seconds wide; at the ends the bell is cut off. */
export function smoothedPoses({ rate, poses }: EvenPoses, seconds: number): EvenPoses {
  const half = Math.floor((seconds * rate) / 2);
  const count = poses.length / 6;
  if (half < 1) return { rate, poses };
  const bell = Array.from({ length: 2 * half + 1 }, (_, k) => 1 + Math.cos((Math.PI * (k - half)) / (half + 1)));
  const out = new Array<number>(poses.length);
  for (let n = 0; n < count; n++) {
    // As far to one side as to the other: a straight way stays what it is, up to its ends.
    const reach = Math.min(half, n, count - 1 - n);
    for (let axis = 0; axis < 6; axis++) {
      let sum = 0;
      let weights = 0;
      for (let k = -reach; k <= reach; k++) {
        const weight = bell[k + half] as number;
        sum += weight * (poses[(n + k) * 6 + axis] as number);
        weights += weight;
      }
      out[n * 6 + axis] = sum / weights;
    }
  }
  return { rate, poses: out };
}

/** Pose at a time by a cubic through its neighbours (Catmull-Rom): continuous in speed. Before the first and after the last it stays. */
export function poseAt({ rate, poses }: EvenPoses, seconds: number): Record<PoseAxis, number> {
  const count = poses.length / 6;
  const at = Math.max(0, Math.min(count - 1, seconds * rate));
  const i = Math.min(Math.max(0, count - 2), Math.floor(at));
  const t = at - i;
  const value = (n: number, axis: number) => poses[Math.max(0, Math.min(count - 1, n)) * 6 + axis] ?? 0;
  return Object.fromEntries(
    POSE_AXES.map((name, axis) => {
      const [a, b, c, d] = [value(i - 1, axis), value(i, axis), value(i + 1, axis), value(i + 2, axis)];
      return [name, b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)))];
    }),
  ) as Record<PoseAxis, number>;
}
