import { chance } from '../motion/random';
import { degrees, radians } from '../space/angle';

/** What the value of a function is measured in, by what it is given. */
type Measured =
  /** Numbers in, a number out. */
  | 'plain'
  /** All in one unit, and so is what comes out. */
  | 'alike'
  /** Degrees or a number in, a number out. */
  | 'angle'
  /** A number in, degrees out. */
  | 'to-angle';

export interface FormulaFunction {
  /** How many values it takes: at least, and at most. */
  takes: readonly [number, number];
  measured: Measured;
  /** What it does, in a few words, with the names of what it takes. */
  says: string;
  of: (...values: number[]) => number;
}

const clamp = (v: number, low: number, high: number) => Math.max(low, Math.min(high, v));

/** A number from 0 to 1 (1 excluded) for a whole number: always the same. */
const random = (n: number, seed = 0) => chance(Math.floor(n), seed, 77);

/** Smooth noise from -1 to 1 that passes through chance at whole numbers, with no corner (K. Perlin, 2002: fade 6t⁵ - 15t⁴ + 10t³). */
function noise(t: number, seed = 0): number {
  const whole = Math.floor(t);
  const slope = (n: number) => 2 * random(n, seed) - 1;
  const u = t - whole;
  const fade = u * u * u * (u * (u * 6 - 15) + 10);
  const [a, b] = [slope(whole) * u, slope(whole + 1) * (u - 1)];
  // Gradients of up to 1 leave at most a half between them.
  return 2 * (a + fade * (b - a));
}

/** Functions of formulas by name. A new one is one entry. */
export const FORMULA_FUNCTIONS: ReadonlyMap<string, FormulaFunction> = new Map<string, FormulaFunction>([
  ['abs', { takes: [1, 1], measured: 'alike', says: 'abs(x): without its sign', of: Math.abs }],
  ['min', { takes: [1, 16], measured: 'alike', says: 'min(a, b, …): the least', of: Math.min }],
  ['max', { takes: [1, 16], measured: 'alike', says: 'max(a, b, …): the greatest', of: Math.max }],
  ['clamp', { takes: [3, 3], measured: 'alike', says: 'clamp(x, low, high): held between the two', of: clamp }],
  ['round', { takes: [1, 1], measured: 'alike', says: 'round(x): to the nearest whole number', of: Math.round }],
  ['floor', { takes: [1, 1], measured: 'alike', says: 'floor(x): to the whole number below', of: Math.floor }],
  ['ceil', { takes: [1, 1], measured: 'alike', says: 'ceil(x): to the whole number above', of: Math.ceil }],
  ['sqrt', { takes: [1, 1], measured: 'plain', says: 'sqrt(x): square root', of: Math.sqrt }],
  ['exp', { takes: [1, 1], measured: 'plain', says: 'exp(x): e to the power of x', of: Math.exp }],
  ['log', { takes: [1, 1], measured: 'plain', says: 'log(x): natural logarithm', of: Math.log }],
  ['sin', { takes: [1, 1], measured: 'angle', says: 'sin(x): sine of an angle in degrees', of: (x) => Math.sin(radians(x)) }],
  ['cos', { takes: [1, 1], measured: 'angle', says: 'cos(x): cosine of an angle in degrees', of: (x) => Math.cos(radians(x)) }],
  ['tan', { takes: [1, 1], measured: 'angle', says: 'tan(x): tangent of an angle in degrees', of: (x) => Math.tan(radians(x)) }],
  ['asin', { takes: [1, 1], measured: 'to-angle', says: 'asin(x): the angle of a sine', of: (x) => degrees(Math.asin(clamp(x, -1, 1))) }],
  ['acos', { takes: [1, 1], measured: 'to-angle', says: 'acos(x): the angle of a cosine', of: (x) => degrees(Math.acos(clamp(x, -1, 1))) }],
  ['atan', { takes: [1, 1], measured: 'to-angle', says: 'atan(x): the angle of a tangent', of: (x) => degrees(Math.atan(x)) }],
  ['noise', { takes: [1, 2], measured: 'plain', says: 'noise(t, seed): smooth, from -1 to 1', of: noise }],
  ['random', { takes: [1, 2], measured: 'plain', says: 'random(n, seed): 0 to 1, one for each whole number', of: random }],
]);
