import type { BoundsOf } from '../frame/frame-state';
import { sceneFrameAt } from '../frame/shot-camera';
import { markPose } from '../frame/mark-pose';
import { isWithin, type Mark } from '../production/mark';
import type { Production } from '../production/production';
import { stillFrame } from '../production/still';
import { placeInFormatSchema, type PlaceInFormat } from '../production/versions';
import { transformPoint } from '../space/matrix';
import { boxCorners } from '../space/vector';

/** Between one mark and the next, as a share of their mean height (common practice: about a third of a line). */
const GAP = 0.35;

interface Standing {
  mark: Mark;
  left: number;
  right: number;
  low: number;
  high: number;
}

/** What a mark takes up of the world, across and up. */
function standing(production: Production, mark: Mark, frame: number, boundsOf: BoundsOf): Standing | null {
  const box = boundsOf(mark.id);
  if (!box) return null;
  const pose = markPose(production, mark, frame, boundsOf);
  const corners = boxCorners(box).map((corner) => transformPoint(pose, corner));
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return { mark, left: Math.min(...xs), right: Math.max(...xs), low: Math.min(...ys), high: Math.max(...ys) };
}

const middle = (a: number, b: number): number => (a + b) / 2;

/** Marks as they are read: those that stand beside one another from the left, lines from above. */
function inReadingOrder(all: readonly Standing[]): Standing[] {
  return [...all].sort((a, b) => {
    const shared = Math.min(a.high, b.high) - Math.max(a.low, b.low);
    const isBeside = shared > 0.5 * Math.min(a.high - a.low, b.high - b.low);
    return isBeside ? a.left - b.left : middle(b.low, b.high) - middle(a.low, a.high);
  });
}

/**
 * Places that put some marks below one another about their common middle, in the order in which they are read, for frames that are higher
 * than wide. A mark that is alone has its words put on lines of their own.
 * @param ids of the marks; what others carry goes with those
 */
export function stackMarks(production: Production, ids: readonly string[], boundsOf: BoundsOf): PlaceInFormat[] {
  const frame = sceneFrameAt(production, stillFrame(production));
  const free = production.marks.filter(
    ({ id, settings }) =>
      ids.includes(id) && isWithin(settings, frame) && (settings.carrierId === null || !ids.includes(settings.carrierId)),
  );
  const all = inReadingOrder(free.flatMap((mark) => standing(production, mark, frame, boundsOf) ?? []));
  const [only] = all;
  if (!only) return [];
  if (all.length === 1) return [placeInFormatSchema.parse({ markId: only.mark.id, wordALine: true })];
  const heights = all.map(({ low, high }) => high - low);
  const gap = (GAP * heights.reduce((sum, height) => sum + height, 0)) / all.length;
  const whole = heights.reduce((sum, height) => sum + height, 0) + gap * (all.length - 1);
  const centre = middle(Math.min(...all.map(({ left }) => left)), Math.max(...all.map(({ right }) => right)));
  let top = middle(Math.min(...all.map(({ low }) => low)), Math.max(...all.map(({ high }) => high))) + whole / 2;
  return all.map(({ mark, left, right, low, high }) => {
    const up = top - high;
    top -= high - low + gap;
    return placeInFormatSchema.parse({ markId: mark.id, across: centre - middle(left, right), up });
  });
}
