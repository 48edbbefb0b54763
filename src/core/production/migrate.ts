import { CURRENT_VERSION, productionSchema, type Production } from './production';

/** Thrown when something stored or sent is not a production we can read; the message says why, in words. */
export class ProductionError extends Error {}

type Migration = (old: Record<string, unknown>) => Record<string, unknown>;

/** Steps from each version to the one after it. */
const MIGRATIONS: Record<number, Migration> = {};

/** Reads a document of any version: brings it up to date, fills in defaults, checks every bound. */
export function readProduction(value: unknown): Production {
  if (typeof value !== 'object' || value === null) throw new ProductionError('This is not a production.');
  let document = value as Record<string, unknown>;
  let version = typeof document.version === 'number' ? document.version : CURRENT_VERSION;
  if (version > CURRENT_VERSION) throw new ProductionError('This production was made with a newer Ironsky. Update Ironsky to open it.');
  for (; version < CURRENT_VERSION; version++) {
    const step = MIGRATIONS[version];
    if (!step) throw new ProductionError(`Productions of version ${version} cannot be read.`);
    document = step(document);
  }
  const result = productionSchema.safeParse(document);
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  throw new ProductionError(`${issue?.message ?? 'Not readable'} (at ${issue?.path.join(' › ') || 'the top'})`);
}
