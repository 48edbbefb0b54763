import 'server-only';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { dataPath, ensureDataFolder } from './data-folder';
import { lockFolder, type FolderLock } from './folder-lock';
import * as schema from './schema';

export type Database = PgliteDatabase<typeof schema>;

/** Exit code of a server that has lost its folder. */
const LOST = 4;

/** Modules are loaded twice, by routes and by start-up; what must exist once lives here. */
const shared = globalThis as typeof globalThis & { ironskyDatabase?: Promise<Database>; ironskyLock?: FolderLock };

/** What another process has taken may not be written any more, not even to finish what is under way. */
function folderLost(): never {
  console.error('\nThe data folder was taken by another Ironsky. This one stops, so that nothing is written twice.\n');
  process.exit(LOST);
}

async function open(): Promise<Database> {
  shared.ironskyLock = await lockFolder(ensureDataFolder(), folderLost);
  const client = await PGlite.create(dataPath('database'));
  const database = drizzle(client, { schema });
  await migrate(database, { migrationsFolder: path.join(process.cwd(), 'src/server/migrations') });
  return database;
}

/** The open database: the folder is locked, migrations have run. */
export function database(): Promise<Database> {
  shared.ironskyDatabase ??= open();
  return shared.ironskyDatabase;
}
