import 'server-only';
import type { PGlite } from '@electric-sql/pglite';
import PgBoss from 'pg-boss';
import { database } from '../database';

/** Loaded twice, by routes and by start-up; it must be there once. */
const shared = globalThis as typeof globalThis & { ironskyBoss?: Promise<PgBoss> };

/** The embedded database as the job engine asks it: what has no values may be several statements. */
const asked = (client: PGlite) => ({
  async executeSql(text: string, values?: unknown[]) {
    if (values?.length) return client.query(text, values);
    return { rows: (await client.exec(text)).flatMap(({ rows }) => rows) };
  },
});

async function start(): Promise<PgBoss> {
  const { $client } = (await database()) as unknown as { $client: PGlite };
  // What is overdue is looked for when work is asked for: an idle server does nothing.
  const boss = new PgBoss({ db: asked($client), supervise: false, schedule: false } as PgBoss.ConstructorOptions);
  boss.on('error', (error) => console.error(error));
  return boss.start();
}

/** The engine of jobs: on the embedded database here, on PostgreSQL where work is shared out over machines. */
export function jobEngine(): Promise<PgBoss> {
  shared.ironskyBoss ??= start();
  return shared.ironskyBoss;
}
