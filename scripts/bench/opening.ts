import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { launchBrowser } from '../browser.mjs';
import { ensureBuild, freePort, startServer } from '../lib.mjs';
import { median } from './timing';

const RUNS = 5;

/** How long it takes from a press on a production of the demo to its first lit picture. */
export async function opening(): Promise<void> {
  ensureBuild();
  const data = mkdtempSync(path.join(tmpdir(), 'ironsky-bench-'));
  const server = await startServer({ port: await freePort(), env: { IRONSKY_DATA: data, IRONSKY_DEMO: '1' }, quiet: true });
  const browser = await launchBrowser();
  try {
    const times: number[] = [];
    for (let run = 0; run <= RUNS; run++) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(server.url);
      await page.waitForFunction(() => document.querySelectorAll('main img').length === 3, null, { timeout: 240_000 });
      const began = performance.now();
      await page.getByRole('link', { name: /^Open Lantern Deep, ident A/ }).click();
      await page.waitForFunction(() => Number(document.querySelector<HTMLElement>('[data-testid=lens]')?.dataset.samples) >= 1, null, {
        timeout: 240_000,
      });
      // The first run warms the server.
      if (run > 0) times.push(performance.now() - began);
      await page.close();
    }
    console.log(`Opening the demo's ident to its first lit picture: ${median(times).toFixed(0)} ms (median of ${RUNS})`);
  } finally {
    await browser.close();
    server.child.kill();
    rmSync(data, { recursive: true, force: true });
  }
}
