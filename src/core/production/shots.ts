import { z } from 'zod';
import { channelField, idField } from '../schema/fields';
import { NO_SETTINGS, uniqueIds, type OwnerKind } from '../schema/owner-kind';
import { textField } from '../schema/text';

export const MAX_SHOTS = 200;

const sceneTime = channelField({ label: 'Scene time', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 1 });

/** Scene time at delivered time, in frames. */
export const timeKind = {
  kind: 'time',
  label: 'Time',
  places: ['time'],
  delivered: true,
  channels: z.object({ scene: sceneTime }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
export const timeSchema = z.object({ channels: timeKind.channels.prefault({}) });

/**
 * Bent time of a shot alone (without keys that of the production holds), and how far it is seen by its own camera: while the share is
 * below 1 the camera of the shot before is carried to it. All in delivered frames.
 */
export const shotKind = {
  kind: 'shot',
  label: 'Time',
  places: ['shots/*'],
  delivered: true,
  measured: 'poses',
  channels: z.object({
    scene: sceneTime,
    share: channelField({ label: 'Carried', unit: '%', min: 0, max: 1, rest: 1, step: 0.05, digits: 0, shown: 100 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;

/** A span of the production seen by one camera; it lasts until the next one begins. */
export const shotSchema = z.object({
  id: idField,
  name: textField(80).default(''),
  cameraId: idField.or(z.literal('')),
  /** First frame. The first shot begins at 0 whatever stands here. */
  from: z.int().min(0).max(1_000_000),
  channels: shotKind.channels.prefault({}),
});
export type Shot = z.infer<typeof shotSchema>;

export const shotsSchema = z
  .array(shotSchema)
  .max(MAX_SHOTS)
  .default([])
  .refine(...uniqueIds('shots'))
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
