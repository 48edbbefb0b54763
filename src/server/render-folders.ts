import 'server-only';
import { rm } from 'node:fs/promises';
import { eq } from 'drizzle-orm';
import { dataPath } from './data-folder';
import { database } from './database';
import { dropJobs } from './queue/jobs';
import { renders } from './schema';

/** Where the frames of a render lie. */
export const renderFolder = (id: string): string => dataPath('renders', id);

/** Removes the renders of a production, with their frames and videos. */
export async function removeRendersOf(productionId: string): Promise<void> {
  const db = await database();
  const gone = await db.delete(renders).where(eq(renders.productionId, productionId)).returning({ id: renders.id });
  for (const { id } of gone) {
    await dropJobs(id);
    await rm(renderFolder(id), { recursive: true, force: true });
  }
}
