import { EndType, inflatePathsD, JoinType, type PathsD } from 'clipper2-ts';
import type { PathCommand } from '../ring';
import { dashed, type Dashing } from './dash';
import { linesOf, type Line } from './lines';

export interface StrokeStyle {
  width: number;
  join: 'miter' | 'round' | 'bevel';
  cap: 'butt' | 'round' | 'square';
  miterLimit: number;
  dashing: Dashing | null;
}

// Mitres are put onto bevelled joins one by one: over its limit a mitre is a bevel (SVG 2), where the library would square it off.
const JOINS = { miter: JoinType.Bevel, round: JoinType.Round, bevel: JoinType.Bevel } as const;
/** Corners that turn less than this are parts of a curve. Radians. */
const CORNER = 0.15;
const CAPS = { butt: EndType.Butt, round: EndType.Round, square: EndType.Square } as const;
/** Decimal digits that are kept of coordinates. */
const PRECISION = 6;

/** The tips of a line's mitred corners, each as a quadrilateral from the corner itself. */
function mitres({ points, closed }: Line, half: number, limit: number): PathsD {
  const n = points.length;
  const tips: PathsD = [];
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
    const [a, p, b] = [points[(i + n - 1) % n], points[i], points[(i + 1) % n]] as [
      Line['points'][0],
      Line['points'][0],
      Line['points'][0],
    ];
    const [inLength, outLength] = [Math.hypot(p.x - a.x, p.y - a.y), Math.hypot(b.x - p.x, b.y - p.y)];
    if (!(inLength > 0 && outLength > 0)) continue;
    const u = { x: (p.x - a.x) / inLength, y: (p.y - a.y) / inLength };
    const v = { x: (b.x - p.x) / outLength, y: (b.y - p.y) / outLength };
    const [cross, dot] = [u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y];
    // The mitre is as long as the stroke's width over the sine of half the angle between the lines.
    if (Math.atan2(Math.abs(cross), dot) < CORNER || 1 / Math.sqrt(Math.max(1e-9, (1 + dot) / 2)) > limit) continue;
    const side = (cross > 0 ? 1 : -1) * half;
    const [o, q] = [
      { x: p.x + u.y * side, y: p.y - u.x * side },
      { x: p.x + v.y * side, y: p.y - v.x * side },
    ];
    const tip = { x: p.x + ((u.y + v.y) / (1 + dot)) * side, y: p.y - ((u.x + v.x) / (1 + dot)) * side };
    tips.push(cross > 0 ? [p, o, tip, q] : [p, q, tip, o]);
  }
  return tips;
}

/** A line of no length is what its caps make of it: nothing, a disc, or a square that stands upright (SVG 2, paths). */
function dot({ points: [point] }: Line, half: number, cap: StrokeStyle['cap']): string {
  if (!point || cap === 'butt') return '';
  const { x, y } = point;
  if (cap === 'square') return `M${x - half} ${y - half}h${2 * half}v${2 * half}h${-2 * half}Z`;
  return `M${x - half} ${y}a${half} ${half} 0 1 0 ${2 * half} 0a${half} ${half} 0 1 0 ${-2 * half} 0Z`;
}

/** Outline of a stroke as path data, for the nonzero rule; empty where nothing is drawn. */
export function strokeOutline(commands: readonly PathCommand[], style: StrokeStyle, size: number): string {
  const { width, join, cap, miterLimit, dashing } = style;
  if (!(width > 0)) return '';
  const tolerance = Math.max(width, size * 0.02) * 1e-3;
  const made: PathsD = [];
  let dots = '';
  for (const whole of linesOf(commands, tolerance)) {
    for (const line of dashing && whole.points.length > 1 ? dashed(whole, dashing) : [whole]) {
      if (line.points.length < 2) {
        dots += dot(line, width / 2, cap);
        continue;
      }
      const end = line.closed && line.points.length > 2 ? EndType.Joined : CAPS[cap];
      made.push(...inflatePathsD([line.points], width / 2, JOINS[join], end, miterLimit, PRECISION, tolerance));
      if (join === 'miter') made.push(...mitres(line, width / 2, miterLimit));
    }
  }
  return made.map((path) => `M${path.map(({ x, y }) => `${x} ${y}`).join('L')}Z`).join('') + dots;
}
