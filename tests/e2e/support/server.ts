import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { test as base } from '@playwright/test';
import { freePort, startServer } from '../../../scripts/lib.mjs';

export interface Ironsky {
  url: string;
  folder: string;
  /** Ends the server at once, as a power cut would. */
  kill(): Promise<void>;
  /** Starts it again on the same folder and the same address. */
  restart(): Promise<void>;
}

/** A server of its own for each test, on an empty data folder. */
export const test = base.extend<{ demo: boolean; ironsky: Ironsky }>({
  demo: [false, { option: true }],
  ironsky: async ({ demo }, use) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-e2e-'));
    const port = await freePort();
    const start = async () => {
      const server = await startServer({ port, quiet: true, env: { IRONSKY_DATA: folder, IRONSKY_DEMO: demo ? '1' : '0' } });
      if (server.failed !== null) throw new Error(`The server ended with ${server.failed}`);
      return server;
    };
    let server = await start();
    const kill = async () => {
      server.child.kill('SIGKILL');
      await server.ended;
    };
    await use({
      url: server.url,
      folder,
      kill,
      restart: async () => {
        server = await start();
      },
    });
    await kill();
    rmSync(folder, { recursive: true, force: true });
  },
});

export { expect } from '@playwright/test';
