import { withShift } from '../motion/edit-channel';
import { bearersFor } from '../production/carried';
import { removeMark } from '../production/edits/mark-edits';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import { anglesOf, invertRigid, multiply, transformPoint, type Mat4 } from '../space/matrix';
import type { BoundsOf } from './frame-state';
import { markGround, markPose } from './mark-pose';
import { POSE_AXES } from '../rig/take-poses';
import { pivotOf } from './pivot';

/**
 * Edits that need to know where marks stand. At the playhead nothing jumps: keys go along by as much, and a mark without keys stays where
 * it is for as long as what carries it rests.
 */

/** Changes how a mark is carried, by which one or (null) none. Does nothing where marks would carry one another in a circle. */
export function carryMark(draft: Production, id: string, carrying: Partial<Mark['settings']>, frame: number, boundsOf: BoundsOf): void {
  const mark = draft.marks.find((each) => each.id === id);
  const { carrierId } = carrying;
  if (!mark || (carrierId && !bearersFor(draft.marks, [id]).some((each) => each.id === carrierId))) return;
  const pose = markPose(draft, mark, frame, boundsOf);
  const before = markGround(draft, mark, frame, boundsOf);
  mark.settings = { ...mark.settings, ...carrying };
  if (carrying.behind) return;
  if (carrying.tip) {
    // At the tip itself, however it stood before.
    for (const name of POSE_AXES) if (mark.channels[name].keys.length === 0) mark.channels[name].rest = 0;
    return;
  }
  retell(mark, multiply(invertRigid(before), pose), multiply(invertRigid(markGround(draft, mark, frame, boundsOf)), pose), boundsOf);
}

/** Lets a mark's place and turns, which gave one pose, give another. */
function retell(mark: Mark, was: Mat4, is: Mat4, boundsOf: BoundsOf): void {
  const pivot = pivotOf(mark, boundsOf(mark.id));
  const placeOf = (own: Mat4) => {
    const { panDeg, tiltDeg, rollDeg } = anglesOf(own);
    const [x, y, z] = transformPoint(own, pivot);
    return { x, y, z, pan: panDeg, tilt: tiltDeg, roll: rollDeg };
  };
  const [from, to] = [placeOf(was), placeOf(is)];
  for (const name of Object.keys(to) as (keyof typeof to)[]) {
    mark.channels[name] = withShift(mark.channels[name], to[name] - from[name]);
  }
}

/** Removes a mark; those that it carried stay where they stand at the playhead. */
export function removeBearer(draft: Production, id: string, frame: number, boundsOf: BoundsOf): void {
  for (const { id: carried, settings } of draft.marks)
    if (settings.carrierId === id) carryMark(draft, carried, { carrierId: null, behind: false }, frame, boundsOf);
  removeMark(draft, id);
}
