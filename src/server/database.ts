import 'server-only';
import path from 'node:path';
import type { Server } from 'node:net';
import { PGlite } from '@electric-sql/pglite';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { dataFolder, dataPath, lockFolder } from './data-folder';
import * as schema from './schema';

export type Database = PgliteDatabase<typeof schema>;

/** Modules are loaded twice, by routes and by start-up; what must exist once lives here. */
const shared = globalThis as typeof globalThis & { ironskyDatabase?: Promise<Database>; ironskyLock?: Server };

async function open(): Promise<Database> {
  shared.ironskyLock = await lockFolder(dataFolder());
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
