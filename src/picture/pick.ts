import { Raycaster, Vector3, type Intersection } from 'three';
import type { FrameState, RegionState } from '@/core/frame/frame-state';
import { leftByRegions } from '@/core/frame/region-state';
import { forwardOf, positionOf, transformDirection } from '@/core/space/matrix';
import { dot, normalise, type Vec3 } from '@/core/space/vector';
import type { Stage } from './stage';

/** What lies under a point of the picture. */
export interface Picked {
  markId: string | null;
  /** Of the surface along the lens axis, metres; not a number where there is none. */
  distance: number;
  /** Where on the surface, in the world, and its normal there toward the eye; null where there is none. */
  place: Vec3 | null;
  normal: Vec3 | null;
}

/** Nothing lies there. */
export const PICKED_NOTHING: Picked = { markId: null, distance: NaN, place: null, normal: null };

/** Whether what a ray meets is seen there: regions that cut it away let the ray go on. */
function isLeft({ object, point }: Intersection, regions: readonly RegionState[]): boolean {
  const copy = object.parent;
  if (regions.length === 0 || !copy) return true;
  return leftByRegions(regions, copy.worldToLocal(point.clone()).toArray(), object.userData.shell as number) >= 0.5;
}

/**
 * The mark under a point of the picture.
 * @param x -1 (left) to 1 (right); y -1 (bottom) to 1 (top)
 */
export function pick(stage: Stage, state: FrameState, x: number, y: number): Picked {
  const { camera } = state;
  stage.pose(state, 'sketch', () => [0, 0]);
  const direction = normalise([
    (x * camera.sensorWidthMm) / (2 * camera.focalLengthMm),
    (y * camera.sensorHeightMm) / (2 * camera.focalLengthMm),
    -1,
  ] as Vec3);
  const world = transformDirection(camera.pose, direction);
  const ray = new Raycaster(new Vector3(...positionOf(camera.pose)), new Vector3(...world));
  let best: { markId: string; hit: Intersection } | null = null;
  for (const markId of stage.markIds()) {
    const group = stage.group(markId);
    if (!group?.visible) continue;
    const regions = state.marks.find(({ id }) => id === markId)?.regions ?? [];
    const hit = ray.intersectObject(group, true).find((each) => isLeft(each, regions));
    if (hit && (!best || hit.distance < best.hit.distance)) best = { markId, hit };
  }
  if (!best) return PICKED_NOTHING;
  const { markId, hit } = best;
  const normal = (hit.normal ?? hit.face?.normal ?? new Vector3()).clone().transformDirection(hit.object.matrixWorld);
  if (normal.dot(ray.ray.direction) > 0) normal.negate();
  return {
    markId,
    distance: hit.distance * dot(world, forwardOf(camera.pose)),
    place: hit.point.toArray(),
    normal: normal.toArray(),
  };
}
