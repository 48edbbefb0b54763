import { FormulaError } from './formula-error';

/** What a value is measured in, as fields show it; empty for a plain number. */
export type Unit = string;

/** Channels shown in these are plain numbers in formulas: 50 % is 0.5, 2 × is 2. */
const PLAIN: readonly Unit[] = ['', '%', '×', 'f/'];

export const unitInFormulas = (unit: Unit): Unit => (PLAIN.includes(unit) ? '' : unit);

const WORDS: Record<string, string> = { m: 'metres', mm: 'millimetres', '°': 'degrees', fr: 'frames', s: 'seconds', '': 'a plain number' };
export const unitWords = (unit: Unit): string => WORDS[unit] ?? unit;

/**
 * The unit of things that stand beside one another: a plain number goes with any.
 * @throws FormulaError where two differ
 */
export function sameUnit(units: readonly Unit[], doing: string): Unit {
  const [first = '', ...others] = [...new Set(units.filter((unit) => unit !== ''))];
  if (others.length > 0) throw new FormulaError(`${unitWords(first)} and ${unitWords(others[0] as Unit)} cannot be ${doing}.`);
  return first;
}

/** @throws FormulaError where both are measured in something */
export function unitOfProduct(a: Unit, b: Unit): Unit {
  if (a !== '' && b !== '') throw new FormulaError(`${unitWords(a)} times ${unitWords(b)} is no value of anything here.`);
  return a || b;
}

/** @throws FormulaError where what is divided by has a unit that does not go out */
export function unitOfQuotient(a: Unit, b: Unit): Unit {
  if (b === '') return a;
  if (a === b) return '';
  throw new FormulaError(`${unitWords(a)} divided by ${unitWords(b)} is no value of anything here.`);
}
