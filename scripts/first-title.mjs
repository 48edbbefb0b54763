// Walks through the eight steps of a first title, from the empty desk to a video, with a picture of each.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { freePort, ROOT, startServer } from './lib.mjs';

/** Takes the pictures into docs/screenshots. */
export async function shootFirstTitle(browser, refined) {
  const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-first-'));
  const { url, child, failed } = await startServer({ port: await freePort(), quiet: true, env: { IRONSKY_DATA: folder } });
  if (failed !== null) throw new Error('The server did not start.');
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const shoot = (step) => page.screenshot({ path: path.join(ROOT, 'docs/screenshots', `first-title-${step}.png`) });
  const room = (name) => page.getByRole('navigation', { name: 'Rooms' }).getByRole('button', { name }).click();
  const sees = (frame) => refined(page, frame);
  try {
    await page.goto(url);
    await page.getByRole('textbox', { name: 'Type a line of words' }).fill('MERROW NINE');
    await shoot(1);
    await page.getByRole('radio', { name: 'Gold' }).click();
    await page.getByRole('button', { name: 'Make the title' }).click();
    await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: 'MERROW NINE words' }).click();
    await sees(0);
    await shoot(3);
    await page.getByRole('button', { name: 'Backing' }).click();
    await page.waitForTimeout(1500);
    await sees(0);
    await shoot(4);
    await room('Choreograph');
    await page.keyboard.press('End');
    await sees(99);
    await shoot(5);
    const lens = await page.getByTestId('lens').boundingBox();
    await page.mouse.move(lens.x + 300, lens.y + 180);
    await page.mouse.down();
    await page.mouse.move(lens.x + 380, lens.y + 150, { steps: 6 });
    await page.mouse.up();
    await page.getByRole('button', { name: /^Land here/ }).click();
    await sees(99);
    await shoot(6);
    await page.getByRole('button', { name: /^Orbit, Camera 1: move from frame 0 to 99/ }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('radio', { name: 'glide' }).click();
    await sees(99);
    await shoot(7);
    await room('Master');
    await page.getByRole('checkbox', { name: 'MP4', exact: true }).click({ force: true });
    await page.getByRole('textbox', { name: 'Scale, %', exact: true }).fill('25');
    await page.getByRole('textbox', { name: 'Sub-frames', exact: true }).fill('8');
    await page.getByRole('textbox', { name: 'Sub-frames', exact: true }).press('Enter');
    await page.getByRole('button', { name: 'Render 100 frames' }).click();
    await page.getByText('done · 100 frames').waitFor({ timeout: 240_000 });
    await sees(99);
    await shoot(8);
  } finally {
    await page.close();
    child.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
