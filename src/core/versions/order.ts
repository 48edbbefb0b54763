import { z } from 'zod';
import { renderOrderSchema } from '../delivery/render-settings';
import { longIdField } from '../schema/fields';
import type { Production } from '../production/production';
import { MAX_FORMATS, MAX_ROWS, nameKey } from '../production/versions';
import { fieldsFound } from './apply-row';
import { clashes, unknownNames } from './file-names';
import { MAX_TABLE_BYTES } from './table-csv';
import { namesOffered, rowNumber, versionFacts, type VersionChoice } from './version-of';

/** Versions of a production that are rendered together: some rows, each in some formats. */
export const versionsOrderSchema = z.object({
  settings: renderOrderSchema,
  /** Ids of rows; null among them is the production as it is itself. */
  rows: z
    .array(longIdField.nullable())
    .min(1)
    .max(MAX_ROWS + 1),
  /** Ids of formats; null among them is the raster of the production. */
  formats: z
    .array(longIdField.nullable())
    .min(1)
    .max(MAX_FORMATS + 1),
  /** A table whose rows are all taken in the place of those of the production. */
  csv: z.string().max(MAX_TABLE_BYTES).optional(),
});
export type VersionsOrder = z.infer<typeof versionsOrderSchema>;

/** Why a version is not among those that can be rendered. */
export interface Refusal {
  choice: VersionChoice;
  words: string;
}

/** Some versions of a production: those that can be rendered, with the names of their files, and why others cannot. */
export interface Sorted {
  versions: { choice: VersionChoice; name: string }[];
  refused: Refusal[];
}

/** What a version is called for whoever reads of it. */
export const versionWords = ({ versions }: Pick<Production, 'versions'>, { rowId, formatId }: VersionChoice): string => {
  const row = rowId === null ? null : `row ${rowNumber(versions, rowId)}`;
  const format = formatId === null ? null : versions.formats.find(({ id }) => id === formatId)?.name;
  return [row, format].filter(Boolean).join(', ') || 'the production itself';
};

/** Every one of some rows in every one of some formats. */
export const choicesOf = (rows: readonly (string | null)[], formats: readonly (string | null)[]): VersionChoice[] =>
  rows.flatMap((rowId) => formats.map((formatId) => ({ rowId, formatId })));

/**
 * Tells which versions of a production can be rendered; none is made. Rows whose cells cannot be read are refused, and all that would have
 * files of one name.
 * @throws RangeError when a row or a format is gone
 */
export function sortVersions(production: Production, choices: readonly VersionChoice[]): Sorted {
  const fields = fieldsFound(production);
  const told = choices.map((choice) => ({ choice, ...versionFacts(production, fields, choice) }));
  const said = new Map(namesOffered(production.versions).map((name) => [nameKey(name), '']));
  const [unknown] = unknownNames(production.versions.names, said);
  const like = new Map(
    clashes(told.map(({ name }) => name)).flatMap((set) => set.map((i) => [i, set.find((other) => other !== i)] as const)),
  );
  const nameTrouble = (name: string, i: number): string | null => {
    if (unknown !== undefined) return `Names of files ask for {${unknown}}, which is no field.`;
    const other = choices[like.get(i) ?? -1];
    return other ? `Its files would be called “${name}”, like those of ${versionWords(production, other)}.` : null;
  };
  const sorted: Sorted = { versions: [], refused: [] };
  told.forEach(({ choice, name, troubles }, i) => {
    const words = troubles[0]?.words ?? nameTrouble(name, i);
    if (words === null) sorted.versions.push({ choice, name });
    else sorted.refused.push({ choice, words });
  });
  return sorted;
}
