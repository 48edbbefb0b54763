import svgpath from 'svgpath';
import { radians } from '../../space/angle';
import { angleOf, lengthOf, type Axis, type LengthContext } from './lengths';

/** An affine map as SVG writes it: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that applies `inner` first, then `outer`. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [p, q, r, s, t, u] = inner;
  return [a * p + c * q, b * p + d * q, a * r + c * s, b * r + d * s, a * t + c * u + e, b * t + d * u + f];
}

/** Whether a map flattens all it is given to a line or a point. */
export const isFlat = ([a, b, c, d]: Matrix): boolean => !(Math.abs(a * d - b * c) > 1e-300);

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];
export const scaling = (x: number, y: number): Matrix => [x, 0, 0, y, 0, 0];
const rotation = (deg: number): Matrix => {
  const [c, s] = [Math.cos(radians(deg)), Math.sin(radians(deg))];
  return [c, s, -s, c, 0, 0];
};
const tan = (deg: number) => Math.tan(radians(deg));

/** A map applied about a point. */
export const about = (x: number, y: number, matrix: Matrix): Matrix => multiply(multiply(translation(x, y), matrix), translation(-x, -y));

type Arguments = {
  number: (i: number, absent?: number) => number;
  length: (i: number, axis: Axis) => number;
  angle: (i: number) => number;
};

/** The functions of CSS Transforms in the plane, and SVG's turn about a point; a new one is one entry. */
const FUNCTIONS: Readonly<Record<string, (a: Arguments, count: number) => Matrix>> = {
  matrix: (a) => [a.number(0), a.number(1), a.number(2), a.number(3), a.length(4, 'across'), a.length(5, 'up')],
  translate: (a) => translation(a.length(0, 'across'), a.length(1, 'up')),
  translatex: (a) => translation(a.length(0, 'across'), 0),
  translatey: (a) => translation(0, a.length(0, 'up')),
  scale: (a) => scaling(a.number(0), a.number(1, a.number(0))),
  scalex: (a) => scaling(a.number(0), 1),
  scaley: (a) => scaling(1, a.number(0)),
  rotate: (a, count) => (count > 1 ? about(a.length(1, 'across'), a.length(2, 'up'), rotation(a.angle(0))) : rotation(a.angle(0))),
  skew: (a) => [1, tan(a.angle(1)), tan(a.angle(0)), 1, 0, 0],
  skewx: (a) => [1, 0, tan(a.angle(0)), 1, 0, 0],
  skewy: (a) => [1, tan(a.angle(0)), 0, 1, 0, 0],
};

/** How many functions a transform may have. */
const MAX_FUNCTIONS = 20_001;

/**
 * The map that a list of transforms makes, as an attribute or as CSS writes it (CSS Transforms Level 1); null for one that cannot be read,
 * which then does nothing.
 */
export function matrixOf(transforms: string, context: LengthContext): Matrix | null {
  const text = transforms.trim();
  if (text === '' || text === 'none') return IDENTITY;
  if (/[^\s,]/.test(text.replace(/[a-z]+\s*\([^()]*\)/gi, ''))) return null;
  let whole = IDENTITY;
  let count = 0;
  for (const [, name, inside] of text.matchAll(/([a-z]+)\s*\(([^()]*)\)/gi)) {
    const make = FUNCTIONS[(name as string).toLowerCase()];
    const values = (inside as string).trim().match(/[^\s,]+?(?=[\s,]|$|(?<=[\d.])[-+])/g) ?? [];
    if (!make || ++count > MAX_FUNCTIONS) return null;
    const matrix = make(
      {
        number: (i, absent = 0) => (values[i] === undefined ? absent : lengthOf(values[i], 'both', { ...context, view: UNIT_VIEW })),
        length: (i, axis) => lengthOf(values[i], axis, context),
        angle: (i) => (values[i] === undefined ? 0 : angleOf(values[i])),
      },
      values.length,
    );
    if (values.length === 0 || matrix.some((v) => !Number.isFinite(v))) return null;
    whole = multiply(whole, matrix);
  }
  return whole;
}

/** A scale in percent is of 1. */
const UNIT_VIEW = { width: 1, height: 1 };

/** A rectangle in user units. */
export interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}

const SIDES: Record<string, string> = { left: '0%', top: '0%', center: '50%', right: '100%', bottom: '100%' };

/** The point that transforms are made about (CSS Transforms Level 1), of the box that it refers to. */
export function originOf(text: string, { x, y, width, height }: Frame, context: LengthContext): [number, number] {
  const words = text.trim().toLowerCase().split(/\s+/);
  let [first = '0', second = 'center'] = words;
  if (['top', 'bottom'].includes(first) || ['left', 'right'].includes(second))
    [first, second] = [words.length > 1 ? second : 'center', first];
  const at = (word: string, axis: 'across' | 'up') => lengthOf(SIDES[word] ?? word, axis, { ...context, view: { width, height } });
  const [dx, dy] = [at(first, 'across'), at(second, 'up')];
  return [x + (Number.isFinite(dx) ? dx : 0), y + (Number.isFinite(dy) ? dy : 0)];
}

/** Path data that is placed by a map. */
export function placePath(d: string, matrix: Matrix): string {
  if (matrix.every((v, i) => v === IDENTITY[i])) return d;
  return svgpath(d)
    .abs()
    .unshort()
    .matrix([...matrix])
    .toString();
}
