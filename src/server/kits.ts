import 'server-only';
import { randomUUID } from 'node:crypto';
import { asc, count, eq } from 'drizzle-orm';
import type { Kit } from '@/core/production/kits';
import { readKit } from '@/core/production/migrate';
import { database } from './database';
import { UserError } from './errors';
import { kits } from './schema';

/** The shelf holds at most this many. */
const MAX_ON_SHELF = 500;

/** Kits on the shelf, which every production can take from. One that this Ironsky cannot read is left out. */
export async function listKits(): Promise<Kit[]> {
  const db = await database();
  const rows = await db.select().from(kits).orderBy(asc(kits.createdAt), asc(kits.name));
  return rows.flatMap(({ id, name, document }) => {
    const read = readKit({ ...(document as object), id, name });
    return read ? [read] : [];
  });
}

/** Puts a kit on the shelf under an id of its own. */
export async function addKit(kit: Kit): Promise<Kit> {
  const db = await database();
  const [held] = await db.select({ n: count() }).from(kits);
  if ((held?.n ?? 0) >= MAX_ON_SHELF) throw new UserError(409, `The shelf holds ${MAX_ON_SHELF} kits. Take some off first.`);
  const placed = { ...kit, id: randomUUID() };
  await db.insert(kits).values({ id: placed.id, name: placed.name, document: placed });
  return placed;
}

/** Puts a newer look in the place of a kit that is on the shelf. */
export async function changeKit(id: string, kit: Kit): Promise<Kit> {
  const db = await database();
  const placed = { ...kit, id };
  const changed = await db.update(kits).set({ name: kit.name, document: placed }).where(eq(kits.id, id)).returning({ id: kits.id });
  if (changed.length === 0) throw new UserError(404, 'This kit is not on the shelf any more.');
  return placed;
}

/** Takes a kit off the shelf. Productions that use it have their own copy. */
export async function removeKit(id: string): Promise<void> {
  const db = await database();
  await db.delete(kits).where(eq(kits.id, id));
}
