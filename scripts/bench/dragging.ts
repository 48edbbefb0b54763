import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { launchBrowser } from '../browser.mjs';
import { ensureBuild, freePort, startServer } from '../lib.mjs';
import { withMarks } from './edits';

const STEPS = 60;

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
    const costs: number[] = [];
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
      const client = await page.context().newCDPSession(page);
      // Time of the thread, not of the clock: the picture is drawn beside it, on the same two cores.
      await client.send('Performance.enable', { timeDomain: 'threadTicks' });
      const busy = async () =>
        (await client.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration')?.value ?? Number.NaN;
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      const drag = async () => {
        for (let step = 1; step <= STEPS; step++) {
          await page.mouse.move(x + 2 * step, y);
          await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
        }
      };
      /** Milliseconds of each step beyond those of the same moves of the hand with nothing held. */
      const timed = async (held: boolean) => {
        await page.mouse.move(x, y);
        if (held) await page.mouse.down();
        const before = await busy();
        await drag();
        const spent = ((await busy()) - before) * 1000;
        if (held) await page.mouse.up();
        return spent / STEPS;
      };
      await timed(true);
      const cost = (await timed(true)) - (await timed(false));
      costs.push(cost);
      console.log(`  ${String(count).padStart(3)} word marks: ${cost.toFixed(2)} ms of the page's thread a step`);
      await page.close();
    }
    console.log(`  100 marks over 3: ${((costs[2] as number) / (costs[0] as number)).toFixed(2)}`);
  } finally {
    await browser.close();
    server.child.kill();
    rmSync(data, { recursive: true, force: true });
  }
}
