import { focusDistanceOn } from '../optics/focus';
import { copyPoses } from '../production/pattern';
import type { FocusTarget } from '../production/camera';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import { forwardOf, invertRigid, multiply, positionOf, transformDirection, transformPoint, type Mat4 } from '../space/matrix';
import { distance, dot, subtract, type Vec3 } from '../space/vector';
import type { BoundsOf } from './frame-state';
import { markPose } from './mark-pose';

/** The built surfaces of marks, each in its mark's own frame. Where they are not known, boxes stand for them. */
export interface Surfaces {
  /** Distance along a unit direction to the first surface met; null when there is none, undefined when the mark is not built. */
  hit(markId: string, from: Vec3, direction: Vec3): number | null | undefined;
  /** Point of the surface that is nearest to a point; null when the mark is not built. */
  nearest(markId: string, to: Vec3): Vec3 | null;
}

const NEAREST = 0.01;

/** Each copy of a mark in the world. */
const standing = (mark: Mark, frame: number, boundsOf: BoundsOf): Mat4[] => {
  const pose = markPose(mark, frame, boundsOf(mark.id));
  return copyPoses(mark.pattern).map((copy) => multiply(pose, copy));
};

/** Distance at which the lens axis meets the first surface of any mark shown; null when it meets none. */
function alongAxis({ marks }: Pick<Production, 'marks'>, camera: Mat4, frame: number, boundsOf: BoundsOf, surfaces?: Surfaces): number | null {
  let first = Infinity;
  for (const mark of marks) {
    if (!mark.shown) continue;
    for (const pose of standing(mark, frame, boundsOf)) {
      const into = invertRigid(pose);
      const met = surfaces?.hit(mark.id, transformPoint(into, positionOf(camera)), transformDirection(into, forwardOf(camera)));
      if (met !== undefined && met !== null) first = Math.min(first, met);
    }
  }
  if (first < Infinity) return Math.max(NEAREST, first);
  // Past all surfaces, the depth of the box that the axis passes nearest to.
  const boxes = marks.flatMap((mark) => {
    const box = mark.shown ? boundsOf(mark.id) : null;
    return box ? standing(mark, frame, boundsOf).map((pose) => ({ pose, box })) : [];
  });
  let best: number | null = null;
  let least = Infinity;
  for (const { pose, box } of boxes) {
    const depth = focusDistanceOn(camera, pose, box);
    const on = transformPoint(multiply(invertRigid(pose), camera), [0, 0, -depth]);
    const beside = Math.hypot(...on.map((v, i) => Math.max((box.min[i] as number) - v, v - (box.max[i] as number), 0)));
    if (beside < least - 1e-9 || (Math.abs(beside - least) <= 1e-9 && depth < (best ?? Infinity))) [least, best] = [beside, depth];
  }
  return best;
}

/** Depth along the lens axis of the point of a mark's surface that is nearest to the camera. */
function toNearest(mark: Mark, camera: Mat4, frame: number, boundsOf: BoundsOf, surfaces?: Surfaces): number | null {
  const eye = positionOf(camera);
  let found: Vec3 | null = null;
  for (const pose of standing(mark, frame, boundsOf)) {
    const inside = transformPoint(invertRigid(pose), eye);
    const box = boundsOf(mark.id);
    const local = surfaces?.nearest(mark.id, inside) ?? (box ? (inside.map((v, i) => Math.max(box.min[i] as number, Math.min(box.max[i] as number, v))) as unknown as Vec3) : null);
    const point = local && transformPoint(pose, local);
    if (point && (!found || distance(point, eye) < distance(found, eye))) found = point;
  }
  return found && Math.max(NEAREST, dot(subtract(found, eye), forwardOf(camera)));
}

/**
 * Distance along the lens axis at which a target lies, metres.
 * @param set the distance set by hand, which also stands in where a target is gone
 */
export function focusOnTarget(target: FocusTarget, production: Pick<Production, 'marks'>, camera: Mat4, frame: number, set: number, boundsOf: BoundsOf, surfaces?: Surfaces): number {
  const mark = production.marks.find(({ id, shown }) => shown && id === target.markId);
  switch (target.on) {
    case 'distance':
      return Math.max(NEAREST, set);
    case 'point':
      return Math.max(NEAREST, dot(subtract([target.point.x, target.point.y, target.point.z], positionOf(camera)), forwardOf(camera)));
    case 'front': {
      const box = mark && boundsOf(mark.id);
      return mark && box ? Math.min(...standing(mark, frame, boundsOf).map((pose) => focusDistanceOn(camera, pose, box))) : Math.max(NEAREST, set);
    }
    case 'axis':
      return alongAxis(production, camera, frame, boundsOf, surfaces) ?? Math.max(NEAREST, set);
    case 'nearest':
      return (mark && toNearest(mark, camera, frame, boundsOf, surfaces)) ?? Math.max(NEAREST, set);
  }
}
