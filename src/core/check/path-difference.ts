import { cameraPose } from '../frame/camera-pose';
import { cameraOf } from '../frame/shot-camera';
import type { BoundsOf } from '../frame/frame-state';
import type { Production } from '../production/production';
import { turnBetween } from '../space/quaternion';
import { positionOf } from '../space/matrix';
import { distance } from '../space/vector';

/** How far two paths of a camera lie apart at most. */
export interface PathDifference {
  metres: number;
  degrees: number;
}

/**
 * How far a camera's path lies from what it was before an edit, over some scene frames of the edited one.
 * @param later how many frames later the same was passed before
 */
export function pathDifference(
  before: Production,
  after: Production,
  cameraId: string,
  { from, to, later }: { from: number; to: number; later: number },
  boundsOf: BoundsOf,
): PathDifference {
  const [was, is] = [cameraOf(before, cameraId), cameraOf(after, cameraId)];
  const difference: PathDifference = { metres: 0, degrees: 0 };
  for (let frame = from; frame <= to; frame++) {
    const a = cameraPose(before, was, frame + later, boundsOf);
    const b = cameraPose(after, is, frame, boundsOf);
    difference.metres = Math.max(difference.metres, distance(positionOf(a), positionOf(b)));
    difference.degrees = Math.max(difference.degrees, turnBetween(a, b));
  }
  return difference;
}
