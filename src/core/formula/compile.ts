import { LEVEL_BANDS, type LevelBand } from '../sound/levels';
import jsep from 'jsep';
import { FormulaError } from './formula-error';
import { MAX_FORMULA } from '../motion/channel';
import { smoothstep } from '../motion/smoothstep';
import { FORMULA_FUNCTIONS } from './functions';
import { sameUnit, unitOfProduct, unitOfQuotient, unitWords, type Unit } from './units';

/** Brackets within brackets, and steps in all, that a formula may have. */
const MAX_DEPTH = 40;
const MAX_STEPS = 400;

/** What a formula can ask for while it is worked out. */
export interface FormulaMoment {
  /** Frame of the scene, and seconds of it from the start. */
  frame: number;
  time: number;
  /** Cues that have passed, and how far it is to the next one. */
  beat: number;
  /** Which of the parts it is that take their turn, from 0; 0 for what has no parts. */
  index: number;
  /** How loud a part of the sound is, 0 to 1: all of it, or what is low, middle or high. */
  loud: (band: LevelBand) => number;
  /** The value of another channel, as formulas have it, at a frame. */
  value(ref: number, frame: number): number;
  /** The same as something heavy on a spring follows it. */
  follow(ref: number, frame: number, seconds: number, swing: number): number;
}

/** What is known of names while a formula is read. */
export interface FormulaNames {
  /** Place and unit of the value that some words name, among those that the formula asks for; null where nothing is called so. */
  find(thing: string, value: string | null): { ref: number; unit: Unit } | null;
}

type Step = (at: FormulaMoment) => number;
interface Part {
  unit: Unit;
  step: Step;
}

type Node = jsep.Expression;

jsep.removeAllBinaryOps();
for (const [op, weight] of Object.entries({ '<': 5, '<=': 5, '>': 5, '>=': 5, '==': 4, '!=': 4, '+': 9, '-': 9, '*': 10, '/': 10 }))
  jsep.addBinaryOp(op, weight);
jsep.addBinaryOp('^', 12, true);
jsep.removeAllUnaryOps();
jsep.addUnaryOp('-');
jsep.addUnaryOp('+');

/** Signs that are typed as they are written by hand. */
const written = (text: string): string =>
  text.replaceAll(/[×·]/g, '*').replaceAll('÷', '/').replaceAll('−', '-').replaceAll('≤', '<=').replaceAll('≥', '>=');

const BINARY: Record<string, (a: number, b: number) => number> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => a / b,
  '^': (a, b) => a ** b,
  '<': (a, b) => Number(a < b),
  '<=': (a, b) => Number(a <= b),
  '>': (a, b) => Number(a > b),
  '>=': (a, b) => Number(a >= b),
  '==': (a, b) => Number(a === b),
  '!=': (a, b) => Number(a !== b),
};
const COMPARES = new Set(['<', '<=', '>', '>=', '==', '!=']);

const MOMENTS: ReadonlyMap<string, Part> = new Map<string, Part>([
  ['time', { unit: '', step: (at) => at.time }],
  ['frame', { unit: '', step: (at) => at.frame }],
  ['beat', { unit: '', step: (at) => at.beat }],
  ['index', { unit: '', step: (at) => at.index }],
  ...LEVEL_BANDS.map((band): [string, Part] => [band, { unit: '', step: (at) => at.loud(band) }]),
  ['pi', { unit: '', step: () => Math.PI }],
]);

/** Reads one formula; counts what it holds. */
class Reading {
  private steps = 0;

  constructor(private readonly names: FormulaNames) {}

  part(node: Node, depth = 0): Part {
    if (depth > MAX_DEPTH) throw new FormulaError(`More than ${MAX_DEPTH} brackets stand within one another.`);
    if (++this.steps > MAX_STEPS) throw new FormulaError(`A formula has at most ${MAX_STEPS} parts.`);
    switch (node.type) {
      case 'Literal':
        return this.literal(node as jsep.Literal);
      case 'Identifier':
      case 'MemberExpression':
        return this.named(node);
      case 'UnaryExpression': {
        const { operator, argument } = node as jsep.UnaryExpression;
        const { unit, step } = this.part(argument, depth + 1);
        return { unit, step: operator === '-' ? (at) => -step(at) : step };
      }
      case 'BinaryExpression':
        return this.binary(node as jsep.BinaryExpression, depth);
      case 'CallExpression':
        return this.call(node as jsep.CallExpression, depth);
      default:
        throw new FormulaError('A formula has numbers, names of values, + − × ÷ ^, comparisons and functions.');
    }
  }

  private literal({ value, raw }: jsep.Literal): Part {
    if (typeof value === 'string') return this.read(this.found(value, null));
    if (typeof value !== 'number' || !Number.isFinite(value)) throw new FormulaError(`“${raw}” is no number.`);
    return { unit: '', step: () => value };
  }

  /** A thing and one of its values, or one of what every moment has. */
  private named(node: Node): Part {
    if (node.type === 'Identifier') {
      const { name } = node as jsep.Identifier;
      return MOMENTS.get(name) ?? this.read(this.found(name, null));
    }
    return this.read(this.refOf(node));
  }

  private refOf(node: Node): { ref: number; unit: Unit } {
    const member = node.type === 'MemberExpression' ? (node as jsep.MemberExpression) : null;
    return member ? this.found(wordsOf(member.object), wordsOf(member.property)) : this.found(wordsOf(node), null);
  }

  private found(thing: string, value: string | null): { ref: number; unit: Unit } {
    const found = this.names.find(thing, value);
    if (!found) throw new FormulaError(`Nothing here is called “${value === null ? thing : `${thing}, ${value}`}”.`);
    return found;
  }

  private read({ ref, unit }: { ref: number; unit: Unit }): Part {
    return { unit, step: (at) => at.value(ref, at.frame) };
  }

  private binary({ operator, left, right }: jsep.BinaryExpression, depth: number): Part {
    const [a, b] = [this.part(left, depth + 1), this.part(right, depth + 1)];
    const act = BINARY[operator] as (a: number, b: number) => number;
    return { unit: unitOfBinary(operator, a.unit, b.unit), step: (at) => act(a.step(at), b.step(at)) };
  }

  private call({ callee, arguments: given }: jsep.CallExpression, depth: number): Part {
    const name = callee.type === 'Identifier' ? (callee as jsep.Identifier).name : '';
    if (name === 'delay' || name === 'follow') return this.past(name, given, depth);
    const parts = given.map((each) => this.part(each, depth + 1));
    const units = parts.map(({ unit }) => unit);
    const steps = parts.map(({ step }) => step);
    switch (name) {
      case 'if': {
        counted(name, parts.length, 3, 3);
        const [test, yes, no] = steps as [Step, Step, Step];
        return { unit: sameUnit(units.slice(1), 'chosen between'), step: (at) => (test(at) === 0 ? no(at) : yes(at)) };
      }
      case 'mix': {
        counted(name, parts.length, 3, 3);
        const [a, b, share] = steps as [Step, Step, Step];
        return { unit: sameUnit(units.slice(0, 2), 'mixed'), step: (at) => a(at) + (b(at) - a(at)) * share(at) };
      }
      case 'smoothstep': {
        counted(name, parts.length, 3, 3);
        sameUnit(units, 'compared');
        const [a, b, x] = steps as [Step, Step, Step];
        return { unit: '', step: (at) => smoothstep(a(at), b(at), x(at)) };
      }
    }
    const known = FORMULA_FUNCTIONS.get(name);
    if (!known) throw new FormulaError(`There is no function “${name}”.`);
    counted(name, parts.length, ...known.takes);
    return { unit: unitOfCall(name, known.measured, units), step: (at) => known.of(...steps.map((step) => step(at))) };
  }

  /** What a value was some frames ago, or what follows it. */
  private past(name: 'delay' | 'follow', given: readonly Node[], depth: number): Part {
    counted(name, given.length, 2, name === 'delay' ? 2 : 3);
    const { ref, unit } = this.refOf(given[0] as Node);
    const [by, swing] = given.slice(1).map((each) => this.part(each, depth + 1));
    if (!by || by.unit || swing?.unit) throw new FormulaError(`How much “${name}” does is a plain number.`);
    if (name === 'delay') return { unit, step: (at) => at.value(ref, at.frame - by.step(at)) };
    return { unit, step: (at) => at.follow(ref, at.frame, by.step(at), swing?.step(at) ?? 0) };
  }
}

function wordsOf(node: Node): string {
  if (node.type === 'Identifier') return (node as jsep.Identifier).name;
  if (node.type === 'Literal' && typeof node.value === 'string') return node.value;
  throw new FormulaError('A value is named by its thing and itself, as in "Key light".Strength.');
}

function counted(name: string, n: number, least: number, most: number): void {
  if (n >= least && n <= most) return;
  const takes = least === most ? String(least) : `${least} to ${most}`;
  throw new FormulaError(`“${name}” takes ${takes} ${most === 1 ? 'value' : 'values'}, not ${n}.`);
}

function unitOfBinary(operator: string, a: Unit, b: Unit): Unit {
  if (COMPARES.has(operator)) {
    sameUnit([a, b], 'compared');
    return '';
  }
  if (operator === '*') return unitOfProduct(a, b);
  if (operator === '/') return unitOfQuotient(a, b);
  if (operator !== '^') return sameUnit([a, b], operator === '+' ? 'added' : 'subtracted');
  if (a || b) throw new FormulaError(`Only plain numbers have powers, not ${unitWords(a || b)}.`);
  return '';
}

function unitOfCall(name: string, measured: 'plain' | 'alike' | 'angle' | 'to-angle', units: readonly Unit[]): Unit {
  if (measured === 'alike') return sameUnit(units, `put into “${name}”`);
  const allowed = measured === 'angle' ? ['', '°'] : [''];
  const other = units.find((unit) => !allowed.includes(unit));
  if (other !== undefined)
    throw new FormulaError(`“${name}” is of ${measured === 'angle' ? 'degrees' : 'a plain number'}, not of ${unitWords(other)}.`);
  return measured === 'to-angle' ? '°' : '';
}

/** A formula made ready. */
export interface Formula {
  unit: Unit;
  at: (moment: FormulaMoment) => number;
}

/** Brackets that are open at once: looked at before the text is parsed, which goes as deep as they do. */
function deepest(text: string): number {
  let [depth, most] = [0, 0];
  for (const letter of text) {
    if (letter === '(' || letter === '[') most = Math.max(most, ++depth);
    else if (letter === ')' || letter === ']') depth--;
  }
  return most;
}

/**
 * Reads a formula and compiles it to closures: nothing of it is ever run as code.
 * @throws FormulaError with what is wrong in plain words
 */
export function compileFormula(text: string, names: FormulaNames): Formula {
  if (text.length > MAX_FORMULA) throw new FormulaError(`A formula has at most ${MAX_FORMULA} letters and signs.`);
  if (deepest(text) > MAX_DEPTH) throw new FormulaError(`More than ${MAX_DEPTH} brackets stand within one another.`);
  const source = written(text);
  if (source.trim() === '') throw new FormulaError('A formula has something in it.');
  let tree: Node;
  try {
    tree = jsep(source);
  } catch (error) {
    throw new FormulaError(saidOf(error));
  }
  const { unit, step } = new Reading(names).part(tree);
  return { unit, at: step };
}

/** What a parser's complaint means. */
function saidOf(error: unknown): string {
  const { index } = error as { index?: unknown };
  return typeof index === 'number' ? `It cannot be read from its sign ${index + 1} on.` : 'It cannot be read.';
}
