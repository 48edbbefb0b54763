import 'server-only';
import { createHash } from 'node:crypto';
import { produce } from 'immer';
import type { Production } from '@/core/production/production';
import { choicesOf, sortVersions, versionWords, type Sorted, type VersionsOrder } from '@/core/versions/order';
import { alone, versionOf, type VersionChoice } from '@/core/versions/version-of';
import { matchTable, readTable, TableError } from '@/core/versions/table-csv';
import { UserError } from './errors';
import { loadProduction } from './productions';
import { assertCanWrite, queueLater } from './queue/queue';
import { settledSettings } from './renders';

/** Most renders that are ordered at once. */
const MAX_AT_ONCE = 2000;

/** What came of an order of versions: the renders that were queued, and in words why others were not. */
export interface VersionsOrdered {
  renders: { id: string; name: string }[];
  refused: string[];
  /** Columns of the table that no field has the name of. */
  left: string[];
}

/** A production with the rows of a table in the place of its own. A row that comes again is known by what it says. */
function withTable(production: Production, csv: string): { production: Production; left: string[] } {
  try {
    const { rows, left } = matchTable(readTable(csv), production.versions.fields);
    const named = rows.map(({ cells }, i) => ({
      id: `table-${createHash('sha256')
        .update(JSON.stringify([i, cells]))
        .digest('hex')
        .slice(0, 16)}`,
      cells,
    }));
    return { production: produce(production, (draft) => void (draft.versions.rows = named)), left };
  } catch (error) {
    if (error instanceof TableError) throw new UserError(400, error.message);
    throw error;
  }
}

/**
 * Orders renders of some rows of a production in some formats. Those that cannot be rendered are told, and the others queued.
 * @throws UserError where none can, or what is asked of all cannot be had
 */
export async function orderVersions(productionId: string, { settings, rows, formats, csv }: VersionsOrder): Promise<VersionsOrdered> {
  await assertCanWrite(settings);
  const { document, revision } = await loadProduction(productionId);
  const table = csv === undefined ? { production: document, left: [] } : withTable(document, csv);
  const wanted = csv === undefined ? rows : table.production.versions.rows.map(({ id }) => id);
  const choices = choicesOf(wanted, formats);
  if (choices.length > MAX_AT_ONCE) throw new UserError(400, `At most ${MAX_AT_ONCE} renders can be ordered at once.`);
  const { versions, refused } = sorted(table.production, choices);
  const words = refused.map((refusal) => `${versionWords(table.production, refusal.choice)}: ${refusal.words}`);
  const renders: VersionsOrdered['renders'] = [];
  for (const { choice, name } of versions) {
    try {
      const version = versionOf(table.production, choice);
      const own = settledSettings(version, { ...settings, version: choice, name });
      renders.push({ id: await queueLater({ productionId, revision, document: alone(version) }, own), name });
    } catch (error) {
      if (!(error instanceof UserError)) throw error;
      words.push(`${versionWords(table.production, choice)}: ${error.message}`);
    }
  }
  if (renders.length === 0) throw new UserError(400, words.slice(0, 3).join(' ') || 'There is nothing to render.', { refused: words });
  return { renders, refused: words, left: table.left };
}

function sorted(production: Production, choices: readonly VersionChoice[]): Sorted {
  try {
    return sortVersions(production, choices);
  } catch (error) {
    if (error instanceof RangeError) throw new UserError(409, error.message);
    throw error;
  }
}
