import type { Letter } from '../outline/text-layout';
import type { Mark } from '../production/mark';
import { depthsOf } from '../production/shell';
import { transformPoint } from '../space/matrix';
import { boxCorners, type Box, type Vec3 } from '../space/vector';

/** Where some letters of a mark stand, from their baselines to the height of their capitals, as deep as its shells; null for none. */
export function letterBox(letters: readonly Letter[], { shells }: Pick<Mark, 'shells'>): Box | null {
  const depths = shells.map(depthsOf);
  const [back, front] = [Math.min(...depths.map(({ from }) => from)), Math.max(...depths.map(({ to }) => to))];
  const corners = letters.flatMap(({ pose, width, size }) =>
    boxCorners({ min: [0, 0, back], max: [width, size, front] }).map((corner) => transformPoint(pose, corner)),
  );
  if (corners.length === 0) return null;
  const ends = (of: (...values: number[]) => number) => [0, 1, 2].map((k) => of(...corners.map((c) => c[k] as number))) as unknown as Vec3;
  return { min: ends(Math.min), max: ends(Math.max) };
}
