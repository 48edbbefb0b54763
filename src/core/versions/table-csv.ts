import Papa from 'papaparse';
import { MAX_ROWS, nameKey, versionRowSchema, type VersionField, type VersionRow } from '../production/versions';

/** Tables of rows as comma-separated values (RFC 4180), and as what is pasted from a spreadsheet. */

/** Largest table that is read, bytes. */
export const MAX_TABLE_BYTES = 2_000_000;
const MAX_COLUMNS = 200;

/** Thrown where a table cannot be read; the message says why, in words. */
export class TableError extends Error {}

/** A table as it was read: its first line, and the others. */
export interface ReadTable {
  columns: string[];
  lines: string[][];
}

/** What is put before a cell that a spreadsheet would take for a formula when a table is written; it is taken off when it is read. */
const FORMULA = /^'(?=[=+\-@\t\r])/;

/** Lines of cells, whatever parts them; those that are blank are left out. */
export function readLines(text: string, delimiter = ''): string[][] {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    delimiter,
    skipEmptyLines: 'greedy',
    preview: MAX_ROWS + 2,
  });
  const broken = errors.find(({ type }) => type === 'Quotes');
  if (broken) throw new TableError(`A quotation mark in line ${(broken.row ?? 0) + 1} is never closed, or something stands after it.`);
  if (data.length > MAX_ROWS + 1) throw new TableError(`A table has at most ${MAX_ROWS} rows.`);
  if (data.some((line) => line.length > MAX_COLUMNS)) throw new TableError(`A table has at most ${MAX_COLUMNS} columns.`);
  return data.map((line) => line.map((cell) => cell.replace(FORMULA, '')));
}

/** A table whose first line names its columns. @throws TableError */
export function readTable(text: string): ReadTable {
  const [columns, ...lines] = readLines(text);
  if (!columns || lines.length === 0) throw new TableError('This table has no rows: its first line names the fields, the others are rows.');
  return { columns: columns.map((name) => name.trim()), lines };
}

/** What a table is for the fields of a production: their rows, the columns that no field has the name of, and the fields that have none. */
export interface MatchedTable {
  rows: VersionRow[];
  left: string[];
  missing: string[];
}

/**
 * Finds the columns of a table by the names of fields, in any case.
 * @throws TableError where none of them is found
 */
export function matchTable({ columns, lines }: ReadTable, fields: readonly VersionField[]): MatchedTable {
  const places = fields.map(({ id, name }) => ({ id, name, at: columns.findIndex((column) => nameKey(column) === nameKey(name)) }));
  const found = places.filter(({ at }) => at >= 0);
  if (found.length === 0) {
    const names = fields.map(({ name }) => `“${name}”`).join(', ');
    throw new TableError(names ? `None of its columns is called ${names}.` : 'This production has no fields yet that a table could fill.');
  }
  const rows = lines.map((line, i) => {
    const cells = Object.fromEntries(found.flatMap(({ id, at }) => (line[at]?.trim() ? [[id, line[at]]] : [])));
    return versionRowSchema.parse({ id: `row-${i + 1}`, cells });
  });
  return {
    rows,
    left: columns.filter((column, i) => column !== '' && !found.some(({ at }) => at === i)),
    missing: places.filter(({ at }) => at < 0).map(({ name }) => name),
  };
}

/** A table of rows as comma-separated values, lines ended as RFC 4180 has it. Nothing in it is a formula to a spreadsheet. */
export const writeTable = (fields: readonly VersionField[], rows: readonly VersionRow[]): string =>
  Papa.unparse(
    { fields: fields.map(({ name }) => name), data: rows.map(({ cells }) => fields.map(({ id }) => cells[id] ?? '')) },
    { newline: '\r\n', escapeFormulae: true },
  );
