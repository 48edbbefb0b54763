import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { database } from '@/server/database';
import { importProduction, saveProduction } from '@/server/productions';
import { vacuum } from '@/server/vacuum';

const SAVES = 1000;
/** Saves between two pauses that are long enough for housekeeping. */
const BUSY = 100;

function bytesIn(folder: string): number {
  return readdirSync(folder, { withFileTypes: true }).reduce((sum, entry) => {
    const place = path.join(folder, entry.name);
    return sum + (entry.isDirectory() ? bytesIn(place) : statSync(place).size);
  }, 0);
}

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

/** How much the database grows over many saves of a large document. */
export async function growth(): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-growth-'));
  process.env.IRONSKY_DATA = folder;
  try {
    const document = emptyProduction('Growth', { width: 1920, height: 1080, rate: '25', length: 250 });
    for (let i = 0; i < 100; i++) addWordmark(document, `WORD ${i}`);
    const { id, revision } = await importProduction(document);
    await vacuum(true);
    const before = bytesIn(folder);
    let [based, most] = [revision, before];
    for (let i = 1; i <= SAVES; i++) {
      based = await saveProduction(id, { based, document: { ...document, name: `Save ${i}` } });
      if (i % BUSY !== 0) continue;
      most = Math.max(most, bytesIn(folder));
      await vacuum(false);
    }
    const after = bytesIn(folder);
    await vacuum(true);
    console.log(
      `${SAVES} saves of a document of ${megabytes(JSON.stringify(document).length)}, a pause after each ${BUSY}: the folder goes from ` +
        `${megabytes(before)} to ${megabytes(after)}, ${megabytes(most)} at most; after a start ${megabytes(bytesIn(folder))}`,
    );
    await ((await database()) as unknown as { $client: { close(): Promise<void> } }).$client.close();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
