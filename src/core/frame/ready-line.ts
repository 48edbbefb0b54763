import { readAll } from '../motion/readers';
import { pathOf, type Line } from '../production/line';
import type { Resolver } from '../production/resolver';
import { lineTip, type LineState } from '../solid/line/drawn-line';
import { lineWay } from '../solid/line/line-solid';
import { IDENTITY, type Mat4 } from '../space/matrix';

/** A line made ready for many instants. */
export interface ReadyLine {
  at(frame: number): LineState;
  /** Where its tip is at a frame, in the frame of its mark, turned so that +X goes on along it. */
  tipAt(frame: number): Mat4;
}

/** Ways of lines, kept by their bodies. */
type Way = ReturnType<typeof lineWay<Pick<Line, 'd' | 'join' | 'inTurn'>>>;
const ways = new WeakMap<Line, Way>();

function wayOf(line: Line): Way {
  let way = ways.get(line);
  if (!way) {
    way = lineWay({ d: pathOf(line), join: line.join, inTurn: line.inTurn });
    if (Object.isFrozen(line)) ways.set(line, way);
  }
  return way;
}

export function readyLine(resolver: Resolver, markPath: string, line: Line): ReadyLine {
  const read = resolver.of(`${markPath}/body`, line.channels);
  const at = (frame: number): LineState => readAll<Line['channels']>(read, frame);
  const tipAt = (frame: number): Mat4 => {
    const tip = lineTip(wayOf(line), at(frame));
    if (!tip) return IDENTITY;
    const [x, y] = [tip.left[1], -tip.left[0]];
    return [x, y, 0, 0, -y, x, 0, 0, 0, 0, 1, 0, tip.x, tip.y, 0, 1];
  };
  return { at, tipAt };
}
