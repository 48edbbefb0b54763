import { isKeptInView } from '../../production/kept-in-view';
import { isWithin, type Mark } from '../../production/mark';
import type { Production } from '../../production/production';
import { resolverOf } from '../../production/resolver';
import type { Framing } from '../../optics/project';
import { invertRigid, multiply, transformPoint } from '../../space/matrix';
import { boxCorners, type Box } from '../../space/vector';
import type { BoundsOf } from '../frame-state';
import { markPose } from '../mark-pose';
import { openingOf } from '../framing';

/**
 * What of a frame has to stay in view: slopes to either side of the lens axis (across / forward, Y up), and the share of the frame that
 * is kept free of it at its edges.
 */
export interface Wanted {
  left: number;
  right: number;
  low: number;
  high: number;
  margin: number;
}

/** The width that words may have who have the shot widened when they grow; null where they have not grown, or do not. */
const outgrown = ({ body }: Mark, { min, max }: Box): number | null =>
  body.kind === 'words' && body.fit.rule === 'widen' && max[0] - min[0] > body.fit.width ? body.fit.width : null;

/** The box that words would have that had not grown. */
function asComposed(mark: Mark, box: Box): Box {
  const { body } = mark;
  const width = outgrown(mark, box);
  if (width === null || body.kind !== 'words') return box;
  const middle = (box.min[0] + box.max[0]) / 2;
  const from = body.alignment === 'left' ? box.min[0] : body.alignment === 'right' ? box.max[0] - width : middle - width / 2;
  return { min: [from, box.min[1], box.min[2]], max: [from + width, box.max[1], box.max[2]] };
}

/** Marks that are held in view: in another format those that are named, or all words; else words that have grown. */
export function keptMarks({ marks, framing, versions }: Pick<Production, 'marks' | 'framing' | 'versions'>, boundsOf: BoundsOf): Mark[] {
  return marks.filter((mark) => {
    const box = boundsOf(mark.id);
    return box && ((framing !== null && isKeptInView(versions, mark)) || outgrown(mark, box) !== null);
  });
}

type Extent = Omit<Wanted, 'margin'>;

/** What a box takes up before a lens, as slopes; null where some of it is not before the lens. */
function extentOf(corners: readonly (readonly [number, number, number])[]): Extent | null {
  if (corners.some(([, , z]) => z > -1e-3)) return null;
  const across = corners.map(([x, , z]) => x / -z);
  const up = corners.map(([, y, z]) => y / -z);
  return { left: Math.min(...across), right: Math.max(...across), low: Math.min(...up), high: Math.max(...up) };
}

/**
 * What a mark wants of a frame that was composed for it: all of itself where it was seen whole there, else as much as was seen.
 * @returns null where nothing of it was
 */
function wantedOf(production: Production, mark: Mark, frame: number, boundsOf: BoundsOf, composed: Framing): Wanted | null {
  const box = boundsOf(mark.id);
  if (!box || !isWithin(mark.settings, frame) || !resolverOf(production).of(`marks/${mark.id}`, mark.channels).on.at(frame)) return null;
  const seen = multiply(invertRigid(composed.pose), markPose(production, mark, frame, boundsOf));
  const before = (of: Box) => extentOf(boxCorners(of).map((corner) => transformPoint(seen, corner)));
  const [now, then] = [before(box), before(asComposed(mark, box))];
  if (!now || !then) return null;
  const { across, up } = openingOf(composed);
  const margin = Math.min(
    (then.left + across) / (2 * across),
    (across - then.right) / (2 * across),
    (then.low + up) / (2 * up),
    (up - then.high) / (2 * up),
  );
  if (margin >= 0) return { ...now, margin: Math.min(margin, production.versions.margin) };
  const cut = {
    left: Math.max(now.left, -across),
    right: Math.min(now.right, across),
    low: Math.max(now.low, -up),
    high: Math.min(now.high, up),
  };
  return cut.left < cut.right && cut.low < cut.high ? { ...cut, margin: 0 } : null;
}

/** What all of some marks want together; null where nothing of them was in the frame. @param frame of the scene */
export function wantedIn(
  production: Production,
  marks: readonly Mark[],
  frame: number,
  boundsOf: BoundsOf,
  composed: Framing,
): Wanted | null {
  const all = marks.flatMap((mark) => wantedOf(production, mark, frame, boundsOf, composed) ?? []);
  if (all.length === 0) return null;
  const least = (of: (wanted: Wanted) => number) => Math.min(...all.map(of));
  const most = (of: (wanted: Wanted) => number) => Math.max(...all.map(of));
  return {
    left: least((w) => w.left),
    right: most((w) => w.right),
    low: least((w) => w.low),
    high: most((w) => w.high),
    margin: least((w) => w.margin),
  };
}
