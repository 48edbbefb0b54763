import { lengthOf, type Axis, type LengthContext } from './lengths';
import type { Style } from './style';

/** What a shape is made from: its own attributes, and the properties that give its geometry. */
export interface ShapeSource {
  attributes: Readonly<Record<string, string>>;
  style: Style;
  lengths: LengthContext;
}

const sizeOf = ({ style, lengths }: ShapeSource, name: string, axis: Axis, absent = 0) => lengthOf(style[name], axis, lengths, absent);

/** Radii across and up; where one is left open it is the other (SVG 2, auto). */
function radii(source: ShapeSource): [number, number] {
  const rx = sizeOf(source, 'rx', 'across', NaN);
  const ry = sizeOf(source, 'ry', 'up', NaN);
  return [Number.isNaN(rx) ? (Number.isNaN(ry) ? 0 : ry) : rx, Number.isNaN(ry) ? (Number.isNaN(rx) ? 0 : rx) : ry];
}

function rect(source: ShapeSource): string {
  const [x, y] = [sizeOf(source, 'x', 'across'), sizeOf(source, 'y', 'up')];
  const [w, h] = [sizeOf(source, 'width', 'across'), sizeOf(source, 'height', 'up')];
  if (!(w > 0 && h > 0)) return '';
  const [ownX, ownY] = radii(source);
  const [rx, ry] = [Math.min(ownX, w / 2), Math.min(ownY, h / 2)];
  if (!(rx > 0 && ry > 0)) return `M${x} ${y}h${w}v${h}h${-w}Z`;
  const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
  return (
    `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}h${-(w - 2 * rx)}${arc(-rx, -ry)}v` +
    `${-(h - 2 * ry)}${arc(rx, -ry)}Z`
  );
}

function ellipse(source: ShapeSource, rx: number, ry: number): string {
  if (!(rx > 0 && ry > 0)) return '';
  const [cx, cy] = [sizeOf(source, 'cx', 'across'), sizeOf(source, 'cy', 'up')];
  // From the right and clockwise, as SVG 2 draws it: dashes begin there.
  const quarter = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
  return `M${cx + rx} ${cy}${quarter(-rx, ry)}${quarter(-rx, -ry)}${quarter(rx, -ry)}${quarter(rx, ry)}Z`;
}

function points({ attributes }: ShapeSource, close: string): string {
  const numbers = (attributes.points ?? '')
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean);
  const even = numbers.slice(0, numbers.length - (numbers.length % 2));
  return even.length < 4 ? '' : `M${even.join(' ')}${close}`;
}

function line({ attributes, lengths }: ShapeSource): string {
  const at = (name: string, axis: Axis) => lengthOf(attributes[name], axis, lengths);
  return `M${at('x1', 'across')} ${at('y1', 'up')}L${at('x2', 'across')} ${at('y2', 'up')}`;
}

/** Path data as an attribute has it, or as a style gives it: path("…"). */
function path({ style, attributes }: ShapeSource): string {
  const d = style.d ?? 'none';
  if (d === 'none') return '';
  return /^path\(\s*["'](.*)["']\s*\)$/s.exec(d)?.[1] ?? attributes.d ?? '';
}

/** Path data of the elements that are drawn; a new one is one entry. */
export const SHAPES: Readonly<Record<string, (source: ShapeSource) => string>> = {
  path,
  rect,
  circle: (source) => {
    const r = sizeOf(source, 'r', 'both');
    return ellipse(source, r, r);
  },
  ellipse: (source) => ellipse(source, ...radii(source)),
  polygon: (source) => points(source, 'Z'),
  polyline: (source) => points(source, ''),
  line,
};
