import { forwardOf, invertRigid, positionOf, transformDirection, transformPoint, type Mat4 } from '../../space/matrix';
import { dot, scale, subtract } from '../../space/vector';
import type { CameraState } from '../frame-state';
import type { FrameAt } from './away';

/** Nearer to the lens than this a frame has no width to speak of, metres. */
const NEAREST = 0.01;

/** How large the frame of a camera is where something of a mark stands that has a pose. */
export function frameAxes({ pose: lens, focalLengthMm, sensorWidthMm, sensorHeightMm }: CameraState, pose: Mat4): FrameAt {
  const own = invertRigid(pose);
  const axis = (from: number) => transformDirection(own, [lens[from] as number, lens[from + 1] as number, lens[from + 2] as number]);
  const [right, up] = [axis(0), axis(4)];
  return (point) => {
    const away = Math.max(NEAREST, dot(subtract(transformPoint(pose, point), positionOf(lens)), forwardOf(lens)));
    return { across: scale(right, (sensorWidthMm / focalLengthMm) * away), up: scale(up, (sensorHeightMm / focalLengthMm) * away) };
  };
}
