import 'server-only';
import { sql } from 'drizzle-orm';
import { database } from './database';

/** Bytes that the tables may take beyond twice what is in them before they are written anew at a start. */
const SLACK = 16_000_000;

/** Gives the room of what was written over back to the database, or (whole) to the disk. */
export async function vacuum(whole: boolean): Promise<void> {
  const db = await database();
  await db.execute(whole ? sql`VACUUM FULL` : sql`VACUUM`);
  await db.execute(sql`CHECKPOINT`);
}

/** Whether the database takes much more than what is in it. */
export async function isBloated(): Promise<boolean> {
  const db = await database();
  const { rows } = await db.execute<{ taken: string; held: string }>(sql`
    SELECT (SELECT sum(pg_total_relation_size(c.oid)) FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
             WHERE n.nspname = 'public' AND c.relkind = 'r') AS taken,
           (SELECT coalesce(sum(pg_column_size(document)), 0) FROM productions)
           + (SELECT coalesce(sum(pg_column_size(document)), 0) FROM versions)
           + (SELECT coalesce(sum(pg_column_size(document)), 0) FROM renders) AS held`);
  const [sizes] = rows;
  return Number(sizes?.taken ?? 0) > 2 * Number(sizes?.held ?? 0) + SLACK;
}
