import type { Mark } from '../production/mark';
import { depthsOf } from '../production/shell';
import type { Vec3 } from '../space/vector';
import type { MarkExtent } from './frame-state';

/** What a mark turns about, in its own frame, metres. Pivots on the baseline need the mark's extent; without it they are in the middle. */
export function pivotOf({ shells, pivot, pivotPoint }: Pick<Mark, 'shells' | 'pivot' | 'pivotPoint'>, extent?: MarkExtent | null): Vec3 {
  if (pivot === 'point') return [pivotPoint.x, pivotPoint.y, pivotPoint.z];
  const front = Math.max(...shells.map((shell) => depthsOf(shell).to));
  const back = Math.min(...shells.map((shell) => depthsOf(shell).from));
  const middle = (front + back) / 2;
  if (pivot === 'front' || pivot === 'back') return [0, 0, pivot === 'front' ? front : back];
  if (pivot === 'middle' || !extent) return [0, 0, middle];
  const { min, max, baseline = min[1] } = extent;
  const x = pivot === 'baseline-left' ? min[0] : pivot === 'baseline-right' ? max[0] : (min[0] + max[0]) / 2;
  return [x, baseline, middle];
}
