import { produce } from 'immer';
import { versionsSchema, type DeliveryFormat, type VersionRow, type Versions } from '../production/versions';
import type { Production } from '../production/production';
import { applyFormat } from './apply-format';
import { applyRow, fieldsFound, type CellTrouble } from './apply-row';
import { cellText } from './cells';
import { fileName, nameKey, type NameValues } from './file-names';

/** Which version of a production is meant: a row of its table or what it is itself, in one of its formats or its own. */
export interface VersionChoice {
  rowId: string | null;
  formatId: string | null;
}

/** A version of a production: its own words, values and raster. */
export interface Version {
  production: Production;
  /** What its files are called, without an ending. */
  name: string;
  row: VersionRow | null;
  format: DeliveryFormat | null;
  /** What is wrong with it, where it cannot be delivered. */
  troubles: CellTrouble[];
}

/** The number of a row as it is shown and named: from 1, with as many digits as the last one has. */
export const rowNumber = ({ rows }: Pick<Versions, 'rows'>, id: string): string =>
  String(rows.findIndex((row) => row.id === id) + 1).padStart(String(rows.length).length, '0');

/** What may stand in a pattern of names for a version: by the keys of names. */
function nameValues(
  production: Production,
  row: VersionRow | null,
  format: DeliveryFormat | null,
  troubles: readonly CellTrouble[],
): NameValues {
  const said = fieldsFound(production).map(({ field, variable }): [string, string] => {
    const typed = row?.cells[field.id]?.trim() ?? '';
    const isRead = typed !== '' && !troubles.some(({ fieldId }) => fieldId === field.id);
    const own = variable && variable.value !== null ? cellText(variable.value, variable.cell) : '';
    return [nameKey(field.name), isRead ? typed : own];
  });
  return new Map([
    ...said,
    ['production', production.name],
    ['row', row ? rowNumber(production.versions, row.id) : ''],
    ['format', format?.name ?? ''],
  ]);
}

/**
 * A version of a production.
 * @throws RangeError when there is no such row or format
 */
export function versionOf(production: Production, { rowId, formatId }: VersionChoice): Version {
  const { versions } = production;
  const row = rowId === null ? null : (versions.rows.find(({ id }) => id === rowId) ?? null);
  const format = formatId === null ? null : (versions.formats.find(({ id }) => id === formatId) ?? null);
  if (rowId !== null && !row) throw new RangeError('That row is no longer in the table.');
  if (formatId !== null && !format) throw new RangeError('That format is no longer among those of the production.');
  const said = row ? applyRow(production, row) : { production, troubles: [] };
  return {
    production: format ? applyFormat(said.production, format) : said.production,
    name: fileName(versions.names, nameValues(production, row, format, said.troubles)),
    row,
    format,
    troubles: said.troubles,
  };
}

/** A version as it is kept with a render: without the table that it is one row of. What has to stay in view is told all the same. */
export const alone = ({ production }: Pick<Version, 'production'>): Production =>
  produce(production, (draft) => {
    const { keep, margin } = production.versions;
    draft.versions = { ...versionsSchema.parse({}), keep, margin };
  });

/** The names of what may stand in a pattern, for whoever writes one. */
export const namesOffered = ({ fields }: Versions): string[] => ['production', 'row', 'format', ...fields.map(({ name }) => name)];
