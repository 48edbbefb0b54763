import { ringPath } from '../../outline/ring-path';
import type { Ring } from '../../outline/ring';
import { seatOf } from '../../outline/text-layout';
import type { Typeface } from '../../outline/typeface';
import type { Mark } from '../../production/mark';
import type { Mat4 } from '../../space/matrix';
import { layoutOf, type RunFaces } from './shell-outlines';

/** A ring where it stands in its mark, Y down. */
const standing = (ring: Ring, pose: Mat4): Ring => {
  const m = (i: number) => pose[i] as number;
  const turned = (x: number, y: number) => [m(0) * x + m(4) * y, -(m(1) * x + m(5) * y)] as const;
  return ring.map((v) => {
    const [x, y] = turned(v.x, v.y);
    const [arriveX, arriveY] = turned(v.arriveX, v.arriveY);
    const [leaveX, leaveY] = turned(v.leaveX, v.leaveY);
    return { x: x + m(12), y: y - m(13), arriveX, arriveY, leaveX, leaveY };
  });
};

/** The outlines of a mark as path data in metres, Y down; empty where it has none. */
export function outlinePath(mark: Mark, faces: readonly Typeface[], runFaces: RunFaces = () => []): string {
  const { pieces } = layoutOf(mark, faces, runFaces, false, null);
  return ringPath(pieces.flatMap((piece) => piece.rings.map((ring) => standing(ring, seatOf(piece)))));
}
