import { z } from 'zod';
import { renderOrderSchema } from '../delivery/render-settings';
import { longIdField } from '../schema/fields';
import type { Production } from '../production/production';
import { MAX_FORMATS, MAX_ROWS } from '../production/versions';
import { clashes, unknownNames, nameKey } from './file-names';
import { MAX_TABLE_BYTES } from './table-csv';
import { alone, namesOffered, rowNumber, versionOf, type Version, type VersionChoice } from './version-of';

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

/** Some versions of a production: those that can be rendered, and why others cannot. */
export interface Versioned {
  versions: { choice: VersionChoice; version: Version }[];
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

/** Makes versions of a production. Rows whose cells cannot be read are refused, and all that would have files of one name. */
export function makeVersions(production: Production, choices: readonly VersionChoice[]): Versioned {
  const made = choices.map((choice) => ({ choice, version: versionOf(production, choice) }));
  const said = new Map(namesOffered(production.versions).map((name) => [nameKey(name), '']));
  const [unknown] = unknownNames(production.versions.names, said);
  const same = new Map(
    clashes(made.map(({ version }) => version.name)).flatMap((set) => set.map((i) => [i, set.filter((other) => other !== i)] as const)),
  );
  const nameTrouble = ({ name }: Version, i: number): string | null => {
    if (unknown !== undefined) return `Names of files ask for {${unknown}}, which is no field.`;
    const [other] = same.get(i) ?? [];
    const like = other === undefined ? undefined : choices[other];
    return like ? `Its files would be called “${name}”, like those of ${versionWords(production, like)}.` : null;
  };
  const refused = made.flatMap(({ choice, version }, i): Refusal[] => {
    const words = version.troubles[0]?.words ?? nameTrouble(version, i);
    return words === null ? [] : [{ choice, words }];
  });
  const out = new Set(refused.map(({ choice }) => choice));
  return { versions: made.filter(({ choice }) => !out.has(choice)), refused };
}

/** A version as it is rendered. */
export const rendered = (version: Version): Production => alone(version);
