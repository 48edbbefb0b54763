import { focusDistanceOn } from '../optics/focus';
import type { FocusTarget } from '../production/camera';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import { forwardOf, invertSimilar, multiply, positionOf, sizeIn, transformDirection, transformPoint, type Mat4 } from '../space/matrix';
import { clampToBox, distance, dot, scale, subtract, type Vec3 } from '../space/vector';
import type { BoundsOf } from './frame-state';
import { isShown, standingPoses } from './mark-pose';
import type { SolidProbe } from './solid-probe';

const NEAREST = 0.01;

/**
 * Distance at which the lens axis meets the first surface of any mark shown; past all surfaces, the depth of the box that it passes
 * nearest to.
 */
function alongAxis(production: Production, camera: Mat4, frame: number, boundsOf: BoundsOf, probe?: SolidProbe): number | null {
  const standing = production.marks
    .filter((mark) => isShown(production, mark, frame))
    .flatMap((mark) => standingPoses(production, mark, frame, boundsOf).map((pose) => ({ id: mark.id, pose })));
  const met = standing.flatMap(({ id, pose }) => {
    const [into, size] = [invertSimilar(pose), sizeIn(pose)];
    const hit = probe?.hit(id, transformPoint(into, positionOf(camera)), scale(transformDirection(into, forwardOf(camera)), size));
    return hit ? size * hit : [];
  });
  if (met.length > 0) return Math.max(NEAREST, Math.min(...met));
  let best: number | null = null;
  let least = Infinity;
  for (const { id, pose } of standing) {
    const box = boundsOf(id);
    if (!box) continue;
    const depth = focusDistanceOn(camera, pose, box);
    const on = transformPoint(multiply(invertSimilar(pose), camera), [0, 0, -depth]);
    const beside = distance(on, clampToBox(on, box));
    if (beside < least - 1e-9 || (Math.abs(beside - least) <= 1e-9 && depth < (best ?? Infinity))) [least, best] = [beside, depth];
  }
  return best;
}

/** Depth along the lens axis of the point of a mark's surface that is nearest to the camera. */
function toNearest(production: Production, mark: Mark, camera: Mat4, frame: number, boundsOf: BoundsOf, probe?: SolidProbe): number | null {
  const eye = positionOf(camera);
  let found: Vec3 | null = null;
  const box = boundsOf(mark.id);
  for (const pose of standingPoses(production, mark, frame, boundsOf)) {
    const inside = transformPoint(invertSimilar(pose), eye);
    const local = probe?.nearest(mark.id, inside) ?? (box ? clampToBox(inside, box) : null);
    const point = local && transformPoint(pose, local);
    if (point && (!found || distance(point, eye) < distance(found, eye))) found = point;
  }
  return found && Math.max(NEAREST, dot(subtract(found, eye), forwardOf(camera)));
}

/**
 * Distance along the lens axis at which a target lies, metres.
 * @param set the distance set by hand, which also stands in where a target is gone
 */
export function focusOnTarget(
  target: FocusTarget,
  production: Production,
  camera: Mat4,
  frame: number,
  set: number,
  boundsOf: BoundsOf,
  probe?: SolidProbe,
): number {
  if (target.on === 'distance') return Math.max(NEAREST, set);
  const mark = production.marks.find((each) => each.id === target.markId && isShown(production, each, frame));
  switch (target.on) {
    case 'point':
      return Math.max(NEAREST, dot(subtract([target.point.x, target.point.y, target.point.z], positionOf(camera)), forwardOf(camera)));
    case 'front': {
      const box = mark && boundsOf(mark.id);
      return mark && box
        ? Math.min(...standingPoses(production, mark, frame, boundsOf).map((pose) => focusDistanceOn(camera, pose, box)))
        : Math.max(NEAREST, set);
    }
    case 'axis':
      return alongAxis(production, camera, frame, boundsOf, probe) ?? Math.max(NEAREST, set);
    case 'nearest':
      return (mark && toNearest(production, mark, camera, frame, boundsOf, probe)) ?? Math.max(NEAREST, set);
  }
}
