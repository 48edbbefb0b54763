import type { Camera } from '@/core/production/camera';
import type { Production } from '@/core/production/production';

type Orbit = Extract<Camera['carriers'][number], { kind: 'orbit' }>;

/** The first camera of a production, and the orbit that carries it. */
export function firstCamera({ cameras }: Production): { camera: Camera; orbit: Orbit } {
  const [camera] = cameras;
  const orbit = camera?.carriers[0];
  if (!camera || orbit?.kind !== 'orbit') throw new Error('The demo is not what it should be.');
  return { camera, orbit };
}
