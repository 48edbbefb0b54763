import type { Framing } from '../optics/project';
import type { Mat4 } from '../space/matrix';
import { invertRigid, multiply, product, transformPoint, translation } from '../space/matrix';
import { boxCorners, type Box, type Vec3 } from '../space/vector';

/** A box with the pose that it stands in. */
export interface StandingBox {
  box: Box;
  pose: Mat4;
}

/** How wide and how high a lens sees at a distance of one, to either side of its axis. */
export interface Opening {
  across: number;
  up: number;
}

/** What a lens takes in. */
export const openingOf = ({ sensorWidthMm, sensorHeightMm, focalLengthMm }: Framing): Opening => ({
  across: sensorWidthMm / (2 * focalLengthMm),
  up: sensorHeightMm / (2 * focalLengthMm),
});

/** Nearer than this nothing is looked at, metres. */
const NEAREST = 0.1;
/** What is nearer on one side than on the other is not seen about its middle: it is brought there in a few rounds. */
const ROUNDS = 12;

/**
 * Where one has to stand to see some boxes whole and in the middle of the frame.
 * @param turn which way one looks: only its turn counts
 * @param fill share of the frame that they take up, of its width or its height, whichever they fill first
 * @returns a point that is looked at and from how far; null where there is nothing
 */
export function standOff(
  boxes: readonly StandingBox[],
  turn: Mat4,
  { across, up }: Opening,
  fill: number,
): { pose: Mat4; target: Vec3; distance: number } | null {
  const axes = product(translation(-(turn[12] ?? 0), -(turn[13] ?? 0), -(turn[14] ?? 0)), turn);
  const toView = invertRigid(axes);
  // Everything along the axes of the view: right, up, and towards the eye.
  const corners = boxes.flatMap(({ box, pose }) => boxCorners(box).map((corner) => transformPoint(multiply(toView, pose), corner)));
  if (corners.length === 0) return null;
  const spread = (of: (corner: Vec3) => number) => {
    const all = corners.map(of);
    return [Math.min(...all), Math.max(...all)] as const;
  };
  const middleOf = ([low, high]: readonly [number, number]) => (low + high) / 2;
  const middle = [0, 1, 2].map((k) => middleOf(spread((corner) => corner[k] as number))) as [number, number, number];
  let distance = NEAREST;
  for (let round = 0; round < ROUNDS; round++) {
    const [x, y, z] = middle;
    distance = Math.max(
      NEAREST,
      ...corners.map((c) => c[2] - z + Math.max(Math.abs(c[0] - x) / (across * fill), Math.abs(c[1] - y) / (up * fill))),
    );
    const eye = z + distance;
    // How far the middle of what is seen lies beside the axis, at the distance of the middle.
    middle[0] += middleOf(spread((c) => (c[0] - x) / (eye - c[2]))) * distance;
    middle[1] += middleOf(spread((c) => (c[1] - y) / (eye - c[2]))) * distance;
  }
  const target = transformPoint(axes, middle);
  return { pose: product(translation(...target), axes, translation(0, 0, distance)), target, distance };
}
