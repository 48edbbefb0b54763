import { kitSchema, type Kit } from './kits';
import type { Loose, Migration } from './migrations/loose';
import { shellsBetweenDepths } from './migrations/version-2';
import { focusTargets } from './migrations/version-4';
import { kit as kitOfOwners, owners } from './migrations/version-5';
import { partsOfMarks } from './migrations/version-6';
import { wordsKeptInView } from './migrations/version-11';
import { CURRENT_VERSION, productionSchema, type Production } from './production';

/** Thrown when something stored or sent is not a production we can read; the message says why, in words. */
export class ProductionError extends Error {}

/** Steps from each version to the one after it. */
const MIGRATIONS: Record<number, Migration> = {
  1: shellsBetweenDepths,
  // From 2 to 3: only things that were not there before, each with its default.
  2: (old) => ({ ...old, version: 3 }),
  3: focusTargets,
  4: owners,
  5: partsOfMarks,
  // From 6 to 7: only things that were not there before.
  6: (old) => ({ ...old, version: 7 }),
  // From 7 to 8: light that is followed by rays, which nothing asked for.
  7: (old) => ({ ...old, version: 8 }),
  // From 8 to 9: only things that were not there before; the dome that there was is the studio.
  8: (old) => ({ ...old, version: 9 }),
  // From 9 to 10: only things that were not there before; the floor only took shadows.
  9: (old) => ({ ...old, version: 10 }),
  10: wordsKeptInView,
};

/** Brings a document of any version up to date, without checking it. */
function upToDate(value: unknown): Loose {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) throw new ProductionError('This is not a production.');
  let document = value as Loose;
  let version = typeof document.version === 'number' ? document.version : CURRENT_VERSION;
  if (version > CURRENT_VERSION) throw new ProductionError('This production was made with a newer Ironsky. Update Ironsky to open it.');
  for (; version < CURRENT_VERSION; version++) {
    const step = MIGRATIONS[version];
    if (!step) throw new ProductionError(`Productions of version ${version} cannot be read.`);
    try {
      document = step(document);
    } catch {
      throw new ProductionError('This production is not readable: parts of it are not what they should be.');
    }
  }
  return document;
}

/** Reads a document of any version: brings it up to date, fills in defaults, checks every bound. */
export function readProduction(value: unknown): Production {
  const result = productionSchema.safeParse(upToDate(value));
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  throw new ProductionError(`${issue?.message ?? 'Not readable'} (at ${issue?.path.join(' › ') || 'the top'})`);
}

/** Reads a kit of any version; null when it cannot be read. */
export function readKit(value: unknown): Kit | null {
  const read = kitSchema.safeParse(typeof value === 'object' && value !== null ? kitOfOwners(value as Loose) : value);
  return read.success ? read.data : null;
}
