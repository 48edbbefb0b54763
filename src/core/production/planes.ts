import type { Mark } from './mark';
import { depthsOf, isEverShown, type Shell } from './shell';

/** Two shells of a mark whose faces, or backs, lie in one plane: drawn, neither would be in front of the other. */
export interface SharedPlane {
  side: 'from' | 'to';
  /** Depth of the plane, metres. */
  at: number;
  first: Shell;
  second: Shell;
}

/** Planes nearer than this count as one, metres. */
const SAME = 2e-4;
/** Smallest distance that keeps two planes apart in the picture, metres. */
export const SAFE_DISTANCE = 0.001;

/** Pairs of shown shells that share a plane. A face against a back is no harm: what lies between is hidden. */
export function sharedPlanes({ shells }: Pick<Mark, 'shells'>): SharedPlane[] {
  const shown = shells.filter(isEverShown);
  const at = (shell: Shell, side: 'from' | 'to') => depthsOf(shell)[side];
  return (['to', 'from'] as const).flatMap((side) =>
    shown.flatMap((first, i) =>
      shown
        .slice(i + 1)
        .flatMap((second) => (Math.abs(at(first, side) - at(second, side)) < SAME ? [{ side, at: at(first, side), first, second }] : [])),
    ),
  );
}

/** Sets later shells back, each by the smallest safe distance, until none shares a plane with one before it. */
export function partPlanes(mark: Mark): void {
  for (let guard = 0; guard < 400; guard++) {
    const [shared] = sharedPlanes(mark);
    if (!shared) return;
    const shell = mark.shells.find(({ id }) => id === shared.second.id);
    if (!shell) return;
    const { from, to } = shell.channels;
    (shared.side === 'to' ? to : from).rest -= SAFE_DISTANCE;
    if (to.rest - from.rest < SAFE_DISTANCE) from.rest = to.rest - SAFE_DISTANCE;
  }
}
