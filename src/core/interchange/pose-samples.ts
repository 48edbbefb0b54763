import { z } from 'zod';
import type { TimedPose } from '../rig/take-poses';

/**
 * Poses of a camera as samples in JSON, one a line, in the manner of OpenTrackIO (SMPTE RIS): time, place, turn, lens. Axes and units are
 * ours:
 * metres with X right, Y up and Z toward the audience; pan, tilt and roll in degrees, one after the other.
 */
const finite = (limit: number) => z.number().min(-limit).max(limit);

export const poseSampleSchema = z.object({
  sampleId: z.string().max(80).optional(),
  timing: z.object({
    sampleTimestamp: z.object({ seconds: z.number().min(0).max(1e11), nanoseconds: z.number().min(0).max(999_999_999) }),
  }),
  transforms: z
    .array(
      z.object({
        id: z.string().max(80).optional(),
        translation: z.object({ x: finite(10_000), y: finite(10_000), z: finite(10_000) }),
        rotation: z.object({ pan: finite(36_000), tilt: finite(36_000), roll: finite(36_000) }),
      }),
    )
    .min(1)
    .max(8),
  lens: z
    .object({ pinholeFocalLength: z.number().min(1).max(20_000).optional(), focusDistance: z.number().min(0.01).max(100_000).optional() })
    .optional(),
});
export type PoseSample = z.infer<typeof poseSampleSchema>;

export const MAX_POSE_SAMPLES = 40_000;
export const MAX_POSE_FILE_BYTES = 40_000_000;

/** Thrown when a file of samples cannot be used; the message says why, in words. */
export class PoseSamplesError extends Error {}

export function poseSample(time: number, { x, y, z: toward, pan, tilt, roll }: Omit<TimedPose, 'seconds'>, id?: string): PoseSample {
  const seconds = Math.floor(time);
  return {
    ...(id === undefined ? {} : { sampleId: id }),
    timing: { sampleTimestamp: { seconds, nanoseconds: Math.min(999_999_999, Math.round((time - seconds) * 1e9)) } },
    transforms: [{ id: 'Camera', translation: { x, y, z: toward }, rotation: { pan, tilt, roll } }],
  };
}

/** A sample as a pose at a time; of several transforms the last one, which carries the camera. */
export function timedPose({ timing, transforms }: PoseSample): TimedPose {
  const { translation, rotation } = transforms[transforms.length - 1] as PoseSample['transforms'][number];
  return { seconds: timing.sampleTimestamp.seconds + timing.sampleTimestamp.nanoseconds / 1e9, ...translation, ...rotation };
}

/**
 * Reads samples, one a line or as one array.
 * @throws PoseSamplesError
 */
export function readPoseSamples(text: string): TimedPose[] {
  if (text.length > MAX_POSE_FILE_BYTES) throw new PoseSamplesError('A file of poses can be at most 40 MB.');
  const lines = text.trimStart().startsWith('[') ? [text] : text.split('\n').filter((line) => line.trim() !== '');
  if (lines.length > MAX_POSE_SAMPLES) throw new PoseSamplesError(`A file of poses can have at most ${MAX_POSE_SAMPLES} samples.`);
  const read = lines.flatMap((line, i): unknown[] => {
    try {
      const value: unknown = JSON.parse(line);
      return Array.isArray(value) ? value : [value];
    } catch {
      throw new PoseSamplesError(`Line ${i + 1} is not JSON. A file of poses has one sample in JSON a line.`);
    }
  });
  if (read.length < 2) throw new PoseSamplesError('There are fewer than two samples in it.');
  if (read.length > MAX_POSE_SAMPLES) throw new PoseSamplesError(`A file of poses can have at most ${MAX_POSE_SAMPLES} samples.`);
  return read.map((value, i) => {
    const sample = poseSampleSchema.safeParse(value);
    if (!sample.success)
      throw new PoseSamplesError(
        `Sample ${i + 1} is not a pose: ${sample.error.issues[0]?.message ?? 'unreadable'} (at ` +
          `${sample.error.issues[0]?.path.join(' › ') || 'the top'}).`,
      );
    return timedPose(sample.data);
  });
}
