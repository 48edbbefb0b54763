import { produce } from 'immer';
import type { Production } from '../production/production';
import type { VersionField, VersionRow } from '../production/versions';
import { readCell, type CellReading } from './cells';
import { variableAt, type Variable } from './targets';

/** What is wrong with a cell of a row: such a row cannot be delivered. */
export interface CellTrouble {
  fieldId: string;
  words: string;
}

/** A field with what it stands for; null where that is gone. */
export interface FoundField {
  field: VersionField;
  variable: Variable | null;
}

/** The fields of a production with what they stand for. */
export const fieldsFound = (production: Production): FoundField[] =>
  production.versions.fields.map((field) => ({ field, variable: variableAt(production, field.target, field.pictures) }));

const GONE = 'What this field stands for is gone.';

/** What one cell says: a value, a trouble, or null where it is left as the production has it. */
function read({ field, variable }: FoundField, { cells }: VersionRow): CellReading | null {
  const text = cells[field.id] ?? '';
  if (!variable) return { trouble: GONE };
  if (text.trim() === '') return field.needed ? { trouble: `Each row has to say “${field.name}”.` } : null;
  return variable.hindered ? { trouble: variable.hindered } : readCell(text, variable.cell);
}

const troublesOf = (readings: readonly { field: VersionField; reading: CellReading | null }[]): CellTrouble[] =>
  readings.flatMap(({ field, reading }) => (reading && 'trouble' in reading ? [{ fieldId: field.id, words: reading.trouble }] : []));

/** What is wrong with the cells of a row. */
export const rowTroubles = (fields: readonly FoundField[], row: VersionRow): CellTrouble[] =>
  troublesOf(fields.map((found) => ({ field: found.field, reading: read(found, row) })));

/**
 * A production as a row of its table has it. Cells that say nothing leave what is there; those that cannot be read are told, and leave it
 * too.
 */
export function applyRow(production: Production, row: VersionRow): { production: Production; troubles: CellTrouble[] } {
  const readings = fieldsFound(production).map((found) => ({ ...found, reading: read(found, row) }));
  const changed = produce(production, (draft) => {
    for (const { variable, reading } of readings) if (variable && reading && 'value' in reading) variable.set(draft, reading.value);
  });
  return { production: changed, troubles: troublesOf(readings) };
}
