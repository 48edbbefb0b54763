import { z } from 'zod';
import { channelField, intField } from '../schema/fields';

export const MAX_SHOTS = 200;

/** Scene time at delivered time, in frames. */
export const timeSchema = z.object({
  scene: channelField({ label: 'Scene time', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 1 }),
});

/** A span of the production seen by one camera; it lasts until the next one begins. */
export const shotSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().max(80).default(''),
  cameraId: z.string().max(40),
  /** First frame. The first shot begins at 0 whatever stands here. */
  from: z.int().min(0).max(1_000_000),
  /** Frames in which the camera of the shot before travels to this one's pose; 0 is a cut. */
  carry: intField({ label: 'Carry', unit: 'fr', min: 0, max: 500, rest: 0 }),
  /** A carry that begins and ends with the speed of the two cameras. */
  smooth: z.boolean().default(true),
  /** Bent time of this shot alone; without keys that of the production holds. */
  time: timeSchema.prefault({}),
});
export type Shot = z.infer<typeof shotSchema>;

export const shotsSchema = z
  .array(shotSchema)
  .max(MAX_SHOTS)
  .default([])
  .refine(
    (shots) => shots.every((shot, i) => i === 0 || shot.from > (shots[i - 1] as Shot).from),
    'Shots must be in order of time, one a frame',
  );

/** A shot with where it begins and ends: `to` is the first frame after it. */
export interface ShotSpan {
  /** Null for the one that is there when none has been made. */
  shot: Shot | null;
  cameraId: string;
  from: number;
  to: number;
}

interface WithShots {
  shots: readonly Shot[];
  cameras: readonly { id: string }[];
  format: { length: number };
}

/** The shots of a production from its first frame to its last: always at least one. Those beyond the end are left out. */
export function shotSpans({ shots, cameras, format }: WithShots): ShotSpan[] {
  const first = cameras[0]?.id ?? '';
  const known = new Set(cameras.map(({ id }) => id));
  const inside = shots.filter((shot, i) => i === 0 || shot.from < format.length);
  if (inside.length === 0) return [{ shot: null, cameraId: first, from: 0, to: format.length }];
  return inside.map((shot, i) => ({
    shot,
    cameraId: known.has(shot.cameraId) ? shot.cameraId : first,
    from: i === 0 ? 0 : shot.from,
    to: inside[i + 1]?.from ?? format.length,
  }));
}

/** Index of the shot that a delivered frame belongs to. */
export function shotIndexAt(spans: readonly ShotSpan[], frame: number): number {
  let index = 0;
  while (index + 1 < spans.length && (spans[index + 1] as ShotSpan).from <= frame + 1e-6) index++;
  return index;
}
