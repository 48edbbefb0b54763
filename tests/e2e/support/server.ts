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

async function started(demo: boolean): Promise<Ironsky> {
  const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-e2e-'));
  const port = await freePort();
  const start = async () => {
    const server = await startServer({ port, quiet: true, env: { IRONSKY_DATA: folder, IRONSKY_DEMO: demo ? '1' : '0' } });
    if (server.failed !== null) throw new Error(`The server ended with ${server.failed}`);
    return server;
  };
  let server = await start();
  return {
    url: server.url,
    folder,
    kill: async () => {
      server.child.kill('SIGKILL');
      await server.ended;
    },
    restart: async () => {
      server = await start();
    },
  };
}

async function end({ kill, folder }: Ironsky): Promise<void> {
  await kill();
  rmSync(folder, { recursive: true, force: true });
}

/** Clears the desk, so that the next test begins as on an empty one. */
async function clear(url: string): Promise<void> {
  const { productions } = (await (await fetch(`${url}/api/productions`)).json()) as { productions: { id: string }[] };
  for (const { id } of productions) await fetch(`${url}/api/productions/${id}`, { method: 'DELETE' });
}

interface Options {
  /** On a folder that is filled with the demo. */
  demo: boolean;
  /** A server of its own: for what ends it, changes the demo, or looks at what else lies in its folder. */
  own: boolean;
}

/** A server on an empty desk. One goes on from test to test, and one with the demo beside it: starting them is what takes the time. */
export const test = base.extend<Options & { ironsky: Ironsky }, { shared: (demo: boolean) => Promise<Ironsky> }>({
  demo: [false, { option: true }],
  own: [false, { option: true }],
  shared: [
    // The runner asks for a pattern even where nothing is taken out of it.

    async ({}, use) => {
      const running = new Map<boolean, Ironsky>();
      await use(async (demo) => {
        const known = running.get(demo) ?? (await started(demo));
        running.set(demo, known);
        return known;
      });
      for (const server of running.values()) await end(server);
    },
    { scope: 'worker' },
  ],
  ironsky: async ({ demo, own, shared }, use) => {
    const server = own ? await started(demo) : await shared(demo);
    await use(server);
    if (own) await end(server);
    else if (!demo) await clear(server.url);
  },
});

export { expect } from '@playwright/test';
