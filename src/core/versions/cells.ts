import { color } from 'd3-color';
import { readNumber } from '../schema/arithmetic';
import type { FieldMeta } from '../schema/fields';
import type { Picture } from '../production/picture';

/** What a cell of a field can hold. */
export type CellKind =
  | { of: 'words' }
  | { of: 'number'; meta: Pick<FieldMeta, 'unit' | 'min' | 'max' | 'shown' | 'digits'>; isWhole?: boolean }
  | { of: 'colour' }
  | { of: 'switch' }
  | { of: 'picture'; pictures: readonly Picture[] };

export type CellValue = string | number | boolean | Picture;

export type CellReading = { value: CellValue } | { trouble: string };

const YES = ['yes', 'on', 'true', '1', 'x', '✓'];
const NO = ['no', 'off', 'false', '0', '–', '-'];

const inShown = (value: number, { shown, digits }: Pick<FieldMeta, 'shown' | 'digits'>) =>
  String(Number((value * shown).toFixed(Math.max(digits, 3))));

const READERS: { readonly [K in CellKind['of']]: (text: string, kind: Extract<CellKind, { of: K }>) => CellReading } = {
  words: (text) => ({ value: text }),
  number: (text, { meta, isWhole }) => {
    const read = readNumber(text, meta.unit);
    if (read === null) return { trouble: `“${text}” is no number${meta.unit ? ` of ${meta.unit}` : ''}.` };
    const value = read / meta.shown;
    if (value < meta.min || value > meta.max)
      return {
        trouble: `${text} is not between ${inShown(meta.min, meta)} and ${inShown(meta.max, meta)}${meta.unit ? ` ${meta.unit}` : ''}.`,
      };
    return isWhole && !Number.isInteger(value) ? { trouble: `${text} is no whole number.` } : { value };
  },
  colour: (text) => {
    const read = color(text.trim());
    return read && read.opacity === 1 ? { value: read.formatHex() } : { trouble: `“${text}” is no colour: write it as #f2b430.` };
  },
  switch: (text) => {
    const word = text.trim().toLowerCase();
    if (YES.includes(word)) return { value: true };
    return NO.includes(word) ? { value: false } : { trouble: `“${text}” is neither yes nor no.` };
  },
  picture: (text, { pictures }) => {
    const name = text.trim().toLowerCase();
    const found = pictures.find((picture) => picture.name.toLowerCase() === name);
    return found ? { value: found } : { trouble: `There is no picture “${text}” among those of the field.` };
  },
};

/** Reads what was typed into a cell. Numbers may be sums and have units; colours may be named as in CSS. */
export const readCell = (text: string, kind: CellKind): CellReading =>
  (READERS[kind.of] as (text: string, kind: CellKind) => CellReading)(text, kind);

/** A value as it would be typed into a cell. */
export function cellText(value: CellValue, kind: CellKind): string {
  if (typeof value === 'object') return value.name;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'number' && kind.of === 'number' ? inShown(value, kind.meta) : String(value);
}
