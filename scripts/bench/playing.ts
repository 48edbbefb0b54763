import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { launchBrowser } from '../browser.mjs';
import { ensureBuild, freePort, startServer } from '../lib.mjs';

const SECONDS = 20;

/**
 * Plays the first demo production at sketch quality and compares the playhead with the clock: pictures may be dropped, time not. What is
 * read off the page is as old as the page's last frame.
 */
export async function playing(): Promise<void> {
  ensureBuild();
  const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-bench-'));
  const { url, child } = await startServer({ port: await freePort(), quiet: true, env: { IRONSKY_DATA: folder, IRONSKY_DEMO: '1' } });
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    await page.getByRole('link', { name: /^Open Lantern Deep, ident A/ }).click();
    await page.getByRole('navigation', { name: 'Rooms' }).getByRole('button', { name: 'Choreograph' }).click();
    await page
      .getByRole('button', { name: 'sketch' })
      .or(page.getByRole('radio', { name: 'sketch' }))
      .click();
    await page.waitForTimeout(6000);
    await page.getByRole('slider', { name: 'Playhead' }).focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('Space');
    const { drift, worst, pictures } = await page.evaluate(async (seconds) => {
      const head = document.querySelector('[role=slider][aria-label=Playhead]') as HTMLElement;
      const lens = document.querySelector('[data-testid=lens]') as HTMLElement;
      const length = Number(head.getAttribute('aria-valuemax')) + 1;
      const off: number[] = [];
      let began: number | null = null;
      let turns = 0;
      let before = 0;
      const shown = new Set<string>();
      const end = performance.now() + seconds * 1000;
      while (performance.now() < end) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const now = performance.now();
        const frame = Number(head.getAttribute('aria-valuenow'));
        if (frame < before - 5) turns++;
        before = frame;
        const total = turns * length + frame;
        // From the first frame that is seen to move.
        if (began === null && frame > 0) began = now - total * 40;
        if (began !== null) off.push(total - (now - began) / 40);
        shown.add(`${turns}/${lens.dataset.frame}`);
      }
      const quarter = off.length >> 2;
      // The promptest tenth of the first and of the last five seconds: what is painted late is not time that is lost.
      const [first, last] = [off.slice(0, quarter), off.slice(-quarter)].map(
        (part) => part.sort((a, b) => a - b)[Math.floor(quarter * 0.9)] as number,
      ) as [number, number];
      return { drift: last - first, worst: Math.max(...off) - Math.min(...off), pictures: shown.size };
    }, SECONDS);
    console.log(
      `Playing ${SECONDS} s at 25 fr/s, sketch, 640x360: the playhead drifts by ${drift.toFixed(2)} frames from the ` +
        `clock and is shown at most ${worst.toFixed(1)} late; ${pictures} pictures drawn, ${(pictures / SECONDS).toFixed(1)} a second`,
    );
  } finally {
    await browser.close();
    child.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
