import { withShift } from '../motion/edit-channel';
import { isSwept, type Mark } from '../production/mark';
import { SAFE_DISTANCE } from '../production/planes';
import { copyPoses } from '../production/pattern';
import { invertRigid, multiply, positionOf, transformDirection, transformPoint } from '../space/matrix';
import type { Production } from '../production/production';
import { isShown, markGround, markPose } from './mark-pose';
import { depthsOf, isEverShown } from '../production/shell';
import type { BoundsOf } from './frame-state';

/** Planes nearer than this count as one, metres. */
const SAME = 2e-4;
/** Faces turned against one another by less than this count as parallel. */
const PARALLEL = 1 - 1e-9;

const facesOf = (mark: Mark): number[] =>
  !isSwept(mark.body) || mark.skin.on ? [] : mark.shells.filter(isEverShown).map((shell) => depthsOf(shell).to);

/** Whether a face of one mark lies in the plane of a face of another where both are, at a frame: drawn, neither would be in front. */
function shareAPlane(production: Production, a: Mark, b: Mark, frame: number, boundsOf: BoundsOf): boolean {
  const [boxA, boxB] = [boundsOf(a.id), boundsOf(b.id)];
  if (!boxA || !boxB) return false;
  const toA = invertRigid(markPose(production, a, frame, boundsOf));
  const poseB = markPose(production, b, frame, boundsOf);
  return copyPoses(b.pattern, boxB).some((copy) => {
    const relative = multiply(toA, multiply(poseB, copy));
    if (transformDirection(relative, [0, 0, 1])[2] < PARALLEL) return false;
    const depth = positionOf(relative)[2];
    if (!facesOf(a).some((z) => facesOf(b).some((w) => Math.abs(w + depth - z) < SAME))) return false;
    const corners = [boxB.min[0], boxB.max[0]].flatMap((x) => [boxB.min[1], boxB.max[1]].map((y) => transformPoint(relative, [x, y, 0])));
    return ([0, 1] as const).every(
      (k) => Math.min(...corners.map((p) => p[k])) < boxA.max[k] && Math.max(...corners.map((p) => p[k])) > boxA.min[k],
    );
  });
}

/** Another mark whose face lies in one plane with a face of this one, where they overlap; null when there is none. */
export function markInSamePlane(production: Production, markId: string, frame: number, boundsOf: BoundsOf): Mark | null {
  const shown = production.marks.filter((each) => isShown(production, each, frame));
  const mark = shown.find(({ id }) => id === markId);
  return (mark && shown.find((other) => other !== mark && shareAPlane(production, mark, other, frame, boundsOf))) ?? null;
}

/** Moves a mark's face forward by the smallest safe distance, along its own depth. */
export function partFromMark(production: Production, mark: Mark, frame: number, boundsOf: BoundsOf): void {
  // Told in the frame that its place is told in.
  const own = multiply(invertRigid(markGround(production, mark, frame, boundsOf)), markPose(production, mark, frame, boundsOf));
  const [x, y, z] = transformDirection(own, [0, 0, SAFE_DISTANCE]);
  for (const [axis, by] of [
    ['x', x],
    ['y', y],
    ['z', z],
  ] as const) {
    mark.channels[axis] = withShift(mark.channels[axis], by);
  }
}
