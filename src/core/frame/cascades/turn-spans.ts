import { keyReader } from '../../motion/readers';
import type { Mark } from '../../production/mark';
import type { Cascade } from '../../production/owners/cascade';
import { copyPoses } from '../../production/pattern';
import { cascadeSpan } from '../../production/edits/cascade-edits';
import type { MarkExtent } from '../frame-state';
import { pivotOf } from '../pivot';
import { cascadeGround, unitsOf } from './units';

/** The frames in which one thing takes its turn. */
export interface TurnSpan {
  from: number;
  to: number;
}

/** Steps in which a progress is followed. */
const STEPS = 240;
/** More are not told apart in a lane. */
const MOST = 60;

/**
 * When each thing that a cascade is of takes its turn, in the order of the mark; of very many, some evenly chosen ones. Nothing where its
 * progress has no keys, or it goes on and on.
 */
export function turnSpans(mark: Mark, cascade: Cascade, extent: MarkExtent): TurnSpan[] {
  const span = cascadeSpan(cascade);
  if (!span || cascade.settings.way === 'swing') return [];
  const units = unitsOf(cascade, cascadeGround(mark, extent, pivotOf(mark, extent), copyPoses(mark.pattern, extent)));
  const every = Math.ceil(units.length / MOST);
  const progress = keyReader(cascade.channels.progress);
  const { rest: width } = cascade.channels.width;
  const samples = Array.from({ length: STEPS + 1 }, (_, i) => {
    const frame = span.from + ((span.to - span.from) * i) / STEPS;
    return { frame, progress: progress.at(frame) };
  });
  return units
    .filter((_, i) => i % every === 0)
    .flatMap(({ place }) => {
      // While its share of the progress is neither nothing nor all.
      const [begins, ends] = [place * (1 - width), place * (1 - width) + width];
      const busy = samples.filter((each) => each.progress > begins - 1e-9 && each.progress < ends + 1e-9);
      const [first, last] = [busy[0], busy.at(-1)];
      return first && last ? [{ from: first.frame, to: last.frame }] : [];
    });
}
