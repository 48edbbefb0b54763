import { Raycaster, Vector3 } from 'three';
import type { FrameState } from '@/core/frame/frame-state';
import { forwardOf, positionOf, transformDirection } from '@/core/space/matrix';
import { dot, normalise, type Vec3 } from '@/core/space/vector';
import type { Stage } from './stage';

/**
 * The mark under a point of the picture.
 * @param x -1 (left) to 1 (right); y -1 (bottom) to 1 (top)
 * @returns its id and the distance of the surface along the lens axis in metres, or null
 */
export function pick(stage: Stage, state: FrameState, x: number, y: number): { markId: string | null; distance: number } {
  const { camera } = state;
  stage.pose(state, 'sketch', () => [0, 0]);
  const direction = normalise([
    (x * camera.sensorWidthMm) / (2 * camera.focalLengthMm),
    (y * camera.sensorHeightMm) / (2 * camera.focalLengthMm),
    -1,
  ] as Vec3);
  const world = transformDirection(camera.pose, direction);
  const ray = new Raycaster(new Vector3(...positionOf(camera.pose)), new Vector3(...world));
  let best: { markId: string | null; distance: number } = { markId: null, distance: Infinity };
  for (const markId of stage.markIds()) {
    const group = stage.group(markId);
    if (!group?.visible) continue;
    const hit = ray.intersectObject(group, true)[0];
    if (hit && hit.distance < best.distance) best = { markId, distance: hit.distance };
  }
  return best.markId
    ? { markId: best.markId, distance: best.distance * dot(world, forwardOf(camera.pose)) }
    : { markId: null, distance: NaN };
}
