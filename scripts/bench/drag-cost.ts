import type { Page } from 'playwright-core';

const STEPS = 60;

/**
 * Milliseconds of the page's own thread that one step of a drag costs, in all and in scripts, as the browser counts its tasks: beyond those
 * of the same moves of the hand with nothing held.
 * @param by pixels to the right a step
 */
export async function dragCost(page: Page, [x, y]: readonly [number, number], by: number): Promise<[all: number, scripts: number]> {
  const client = await page.context().newCDPSession(page);
  // Time of the thread, not of the clock: the picture is drawn beside it, on the same two cores.
  await client.send('Performance.enable', { timeDomain: 'threadTicks' });
  const spent = async () => {
    const { metrics } = await client.send('Performance.getMetrics');
    return ['TaskDuration', 'ScriptDuration'].map((wanted) => 1000 * (metrics.find(({ name }) => name === wanted)?.value ?? NaN));
  };
  const timed = async (held: boolean) => {
    await page.mouse.move(x, y);
    if (held) await page.mouse.down();
    const before = await spent();
    for (let step = 1; step <= STEPS; step++) {
      await page.mouse.move(x + by * step, y);
      await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    }
    const after = await spent();
    // Back where it was taken: what is dragged stands there again.
    if (held) await page.mouse.move(x, y);
    if (held) await page.mouse.up();
    return after.map((value, i) => (value - (before[i] as number)) / STEPS) as [all: number, scripts: number];
  };
  await timed(true);
  const [dragged, idle] = [await timed(true), await timed(false)];
  return [dragged[0] - idle[0], dragged[1] - idle[1]];
}
