import { produce } from 'immer';
import { nameKey, OWN_NAMES, versionsSchema, type DeliveryFormat, type VersionRow, type Versions } from '../production/versions';
import type { Production } from '../production/production';
import { applyFormat } from './apply-format';
import { applyRow, rowTroubles, type CellTrouble, type FoundField } from './apply-row';
import { cellText } from './cells';
import { fileName, type NameValues } from './file-names';

/** Which version of a production is meant: a row of its table or what it is itself, in one of its formats or its own. */
export interface VersionChoice {
  rowId: string | null;
  formatId: string | null;
}

/** What can be said of a version before it is made. */
export interface VersionFacts {
  /** What its files are called, without an ending. */
  name: string;
  /** What is wrong with it, where it cannot be delivered. */
  troubles: CellTrouble[];
}

/** The number of a row as it is shown and named: from 1, with as many digits as the last one has. */
export const rowNumber = ({ rows }: Pick<Versions, 'rows'>, id: string): string =>
  String(rows.findIndex((row) => row.id === id) + 1).padStart(String(rows.length).length, '0');

/** What may stand in a pattern of names for a version: by the keys of names. */
function nameValues(
  production: Production,
  fields: readonly FoundField[],
  { row, format }: Chosen,
  troubles: readonly CellTrouble[],
): NameValues {
  const said = fields.map(({ field, variable }): [string, string] => {
    const typed = row?.cells[field.id]?.trim() ?? '';
    const isRead = typed !== '' && !troubles.some(({ fieldId }) => fieldId === field.id);
    const own = variable && variable.value !== null ? cellText(variable.value, variable.cell) : '';
    return [nameKey(field.name), isRead ? typed : own];
  });
  const own: Record<(typeof OWN_NAMES)[number], string> = {
    production: production.name,
    row: row ? rowNumber(production.versions, row.id) : '',
    format: format?.name ?? '',
  };
  return new Map([...said, ...Object.entries(own)]);
}

interface Chosen {
  row: VersionRow | null;
  format: DeliveryFormat | null;
}

/** @throws RangeError when there is no such row or format */
function chosen({ versions: { rows, formats } }: Production, { rowId, formatId }: VersionChoice): Chosen {
  const row = rows.find(({ id }) => id === rowId) ?? null;
  const format = formats.find(({ id }) => id === formatId) ?? null;
  if (rowId !== null && !row) throw new RangeError('That row is no longer in the table.');
  if (formatId !== null && !format) throw new RangeError('That format is no longer among those of the production.');
  return { row, format };
}

/**
 * What a version is called, and what is wrong with it; nothing of it is made.
 * @param fields those of the production, found once for all of its versions
 * @throws RangeError when there is no such row or format
 */
export function versionFacts(production: Production, fields: readonly FoundField[], choice: VersionChoice): VersionFacts {
  const found = chosen(production, choice);
  const troubles = found.row ? rowTroubles(fields, found.row) : [];
  return { name: fileName(production.versions.names, nameValues(production, fields, found, troubles)), troubles };
}

/**
 * A version of a production: its own words, values and raster.
 * @throws RangeError when there is no such row or format
 */
export function versionOf(production: Production, choice: VersionChoice): Production {
  const { row, format } = chosen(production, choice);
  const said = row ? applyRow(production, row).production : production;
  return format ? applyFormat(said, format) : said;
}

/** A version as it is kept with a render: without the table that it is one row of. What has to stay in view is told all the same. */
export const alone = (production: Production): Production =>
  produce(production, (draft) => {
    const { keep, margin } = production.versions;
    draft.versions = { ...versionsSchema.parse({}), keep, margin };
  });

/** The names of what may stand in a pattern, for whoever writes one. */
export const namesOffered = ({ fields }: Versions): string[] => [...OWN_NAMES, ...fields.map(({ name }) => name)];
