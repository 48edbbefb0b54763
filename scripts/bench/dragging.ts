import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { launchBrowser } from '../browser.mjs';
import { ensureBuild, freePort, startServer } from '../lib.mjs';
import { dragCost } from './drag-cost';
import { withMarks } from './edits';

/**
 * What one step of a drag of a value costs the page of Choreograph, with everything that follows it there: the edit, the state, the call
 * sheet, the plan, the lanes, the bench, laid out and painted. Time of the page's own thread, as the browser counts its tasks.
 */
export async function dragging(): Promise<void> {
  ensureBuild();
  const data = mkdtempSync(path.join(tmpdir(), 'ironsky-bench-'));
  const server = await startServer({ port: await freePort(), env: { IRONSKY_DATA: data }, quiet: true });
  const browser = await launchBrowser();
  try {
    console.log('A step of a drag of one value in the page of Choreograph');
    const costs: [all: number, scripts: number][] = [];
    for (const count of [3, 30, 100]) {
      const answer = await fetch(`${server.url}/api/productions`, {
        method: 'POST',
        body: JSON.stringify({ document: withMarks(count) }),
      });
      const { id } = (await answer.json()) as { id: string };
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(`${server.url}/production/${id}/choreograph`);
      const marks = page.getByTestId('plan-above').getByRole('button', { name: /^Select WORD/ });
      await marks.nth(count - 1).waitFor({ state: 'attached', timeout: 240_000 });
      await page
        .getByRole('navigation', { name: 'Call sheet' })
        .getByRole('button', { name: /^WORD 1/ })
        .first()
        .click();
      const label = page.locator('label').filter({ hasText: /^Across$/ });
      const box = await label.boundingBox();
      if (!box) throw new Error('The bench shows no place across');
      // What refines at rest is at rest.
      await page.waitForTimeout(8000);
      const [all, scripts] = await dragCost(page, [box.x + box.width / 2, box.y + box.height / 2], 2);
      costs.push([all, scripts]);
      const words = `${all.toFixed(1)} ms of the page's thread a step, ${scripts.toFixed(1)} of them scripts`;
      console.log(`  ${String(count).padStart(3)} word marks: ${words}`);
      await page.close();
    }
    const [[all3, scripts3], , [all100, scripts100]] = costs as [[number, number], [number, number], [number, number]];
    console.log(`  100 marks over 3: ${(all100 / all3).toFixed(2)}, scripts ${(scripts100 / scripts3).toFixed(2)}`);
  } finally {
    await browser.close();
    server.child.kill();
    rmSync(data, { recursive: true, force: true });
  }
}
