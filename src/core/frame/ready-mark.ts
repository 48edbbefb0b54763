import { ReadyChannels } from '../motion/ready-channels';
import type { Setting } from '../outline/setting';
import type { Mark } from '../production/mark';
import { copyPoses } from '../production/pattern';
import type { Vec3 } from '../space/vector';
import type { MarkExtent, MarkState } from './frame-state';
import { pivotOf } from './pivot';

/** Channels of a placement, in the order that they are made ready in. */
const PLACED = ['x', 'y', 'z', 'pan', 'tilt', 'roll', 'travel', 'inflate'] as const satisfies readonly (keyof Mark['placement'])[];
export const [X, Y, Z, PAN, TILT, ROLL, TRAVEL, INFLATE] = [0, 1, 2, 3, 4, 5, 6, 7] as const;

/** All of a mark that does not change with time, and its channels made ready for many instants. */
export interface ReadyMark {
  placement: ReadyChannels;
  pivot: Vec3;
  copies: MarkState['copies'];
  shells: MarkState['shells'];
  dresses: MarkState['dresses'];
  /** What its letters travel along; null for a straight line, and where there are no letters. */
  travelled: Setting | null;
  inflates: boolean;
  extent: MarkExtent | null | undefined;
}

const kept = new WeakMap<Mark, ReadyMark>();

/** A mark made ready; kept for one that cannot change any more, which is what an edit leaves behind. */
export function readyMark(mark: Mark, extent: MarkExtent | null | undefined): ReadyMark {
  const known = kept.get(mark);
  if (known && known.extent === extent) return known;
  const made = makeReady(mark, extent, known);
  if (Object.isFrozen(mark)) kept.set(mark, made);
  return made;
}

function makeReady(mark: Mark, extent: MarkExtent | null | undefined, known: ReadyMark | undefined): ReadyMark {
  const { body, shells, skin, pattern, placement } = mark;
  return {
    placement: known?.placement ?? new ReadyChannels(PLACED.map((name) => placement[name])),
    pivot: pivotOf(mark, extent),
    copies: known?.copies ?? copyPoses(pattern),
    shells: shells.map(({ surfaces, fade }) => ({
      surfaces,
      fade: extent && (fade.start < 1 || fade.end < 1) ? { ...fade, extent } : null,
    })),
    dresses: body.kind === 'words' ? body.runs.map(({ surface }) => surface ?? null) : [],
    travelled: body.kind === 'words' && body.setting.along !== 'line' ? body.setting : null,
    inflates: skin.on && body.kind !== 'body',
    extent,
  };
}
