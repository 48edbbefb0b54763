import { MAX_POSE_SAMPLES, poseSampleSchema, timedPose } from '@/core/interchange/pose-samples';
import type { TimedPose } from '@/core/rig/take-poses';

/**
 * Listens to a tracker until told to stop; lines that are no samples are passed over.
 * @returns all poses that arrived
 */
export async function listenToTracker(
  address: string,
  signal: AbortSignal,
  onPose: (pose: TimedPose, count: number) => void,
): Promise<TimedPose[]> {
  const poses: TimedPose[] = [];
  try {
    const response = await fetch(address, { signal });
    if (!response.ok || !response.body) throw new Error('The tracker does not answer.');
    const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
    let rest = '';
    while (poses.length < MAX_POSE_SAMPLES) {
      const { value, done } = await reader.read();
      if (done) break;
      const lines = (rest + value).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) {
        const sample = poseSampleSchema.safeParse(parsed(line));
        if (!sample.success) continue;
        const pose = timedPose(sample.data);
        poses.push(pose);
        onPose(pose, poses.length);
      }
    }
  } catch (error) {
    if (!signal.aborted) throw error;
  }
  return poses;
}

function parsed(line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    return null;
  }
}
