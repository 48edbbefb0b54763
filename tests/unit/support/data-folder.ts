import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { forgetWrites } from '@/server/wrote-document';

/** Gives the tests of a file an empty data folder of their own, and takes it away after them. */
export function useDataFolder(): () => string {
  let folder = '';
  beforeAll(() => {
    folder = mkdtempSync(path.join(tmpdir(), 'ironsky-test-'));
    process.env.IRONSKY_DATA = folder;
  });
  afterAll(async () => {
    forgetWrites();
    const shared = globalThis as {
      ironskyDatabase?: Promise<{ $client: { close(): Promise<void> } }>;
      ironskyLock?: { release(): Promise<void> };
    };
    await (await shared.ironskyDatabase)?.$client.close();
    await shared.ironskyLock?.release();
    delete shared.ironskyDatabase;
    rmSync(folder, { recursive: true, force: true });
  });
  return () => folder;
}
