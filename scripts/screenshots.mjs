#!/usr/bin/env node
// Takes the pictures of each main view anew, from the demo data, into docs/screenshots.
import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBrowser, launchBrowser } from './browser.mjs';
import { shootFirstTitle } from './first-title.mjs';
import { ensureBuild, ensurePackages, freePort, ROOT, startServer } from './lib.mjs';

ensurePackages();
ensureBuild();
ensureBrowser();
const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-shots-'));
const { url, child, failed } = await startServer({ port: await freePort(), quiet: true, env: { IRONSKY_DATA: folder, IRONSKY_DEMO: '1' } });
if (failed !== null) process.exit(failed);
const browser = await launchBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

const shoot = (name) => page.screenshot({ path: path.join(ROOT, 'docs/screenshots', `${name}.png`) });
const seek = async (frame) => {
  const clock = page.getByLabel('Timecode of the playhead');
  await clock.fill(String(frame));
  await clock.press('Enter');
};
const refinedOn = (seen, frame, samples = 64) =>
  seen.waitForFunction(
    ([at, least]) => {
      const lens = document.querySelector('[data-testid=lens]');
      if (lens?.dataset.frame !== String(at)) return false;
      // A calm picture is done before it has them all.
      const [done, of] = [Number(lens.dataset.samples), Number(lens.dataset.of)];
      return done >= least || (done > 1 && done === of);
    },
    [frame, samples],
    { timeout: 240_000 },
  );
/** One frame of a production as it is delivered, at two thirds of its raster. */
const render = (name, frame, to) => {
  const out = mkdtempSync(path.join(tmpdir(), 'ironsky-frame-'));
  const asked = ['--frames', String(frame), '--scale', String(2 / 3), '--samples', '48', '--out', out];
  const env = { ...process.env, IRONSKY_DATA: folder };
  execFileSync(process.execPath, [path.join(ROOT, 'scripts/render.mjs'), name, ...asked], { env, stdio: 'inherit' });
  copyFileSync(path.join(out, `frame_${String(frame).padStart(5, '0')}.png`), path.join(ROOT, 'docs/screenshots', `${to}.png`));
  rmSync(out, { recursive: true, force: true });
};
const refined = (frame, samples) => refinedOn(page, frame, samples);
const room = (name) => page.getByRole('navigation', { name: 'Rooms' }).getByRole('button', { name }).click();

try {
  await page.goto(url);
  await page.waitForFunction(() => document.querySelectorAll('main img').length === 7, null, { timeout: 240_000 });
  await page.waitForLoadState('networkidle');
  await shoot('desk');
  await page.getByRole('link', { name: /^Open Lantern Deep, ident A/ }).click();
  await page.getByRole('button', { name: 'LANTERN words' }).click();
  await seek(149);
  await refined(149);
  await shoot('shape');
  await room('Light');
  await page.getByRole('group', { name: 'Plan from above' }).getByRole('button', { name: 'Key light' }).focus();
  await page.keyboard.press('Enter');
  await refined(149);
  await shoot('light');
  await page.goto(url);
  await page.getByRole('link', { name: /^Open Lantern Deep, the lure/ }).click();
  await room('Choreograph');
  await page.getByTestId('waveform').waitFor();
  await seek(92);
  await page.getByRole('button', { name: /^Orbit, Hero: move from frame 78/ }).focus();
  await page.keyboard.press('Enter');
  await refined(92);
  await shoot('choreograph');
  await page.getByRole('radio', { name: 'curves' }).click();
  await page.getByRole('button', { name: /^Round: key at frame 143/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'outside' }).click();
  await page.getByRole('button', { name: 'What is sharp' }).click();
  await seek(70);
  await refined(70);
  await shoot('curves');
  await page.getByRole('button', { name: 'What is sharp' }).click();
  await page.getByRole('radio', { name: 'lanes' }).click();
  await page.getByRole('button', { name: 'Contact sheet of the shots' }).click();
  await page.getByText('3 shots', { exact: true }).waitFor({ timeout: 240_000 });
  await shoot('contact-sheet');
  await page.keyboard.press('Escape');
  await page.goto(url);
  await page.getByRole('link', { name: /^Open Lantern Deep, ident A/ }).click();
  await room('Finish');
  await seek(149);
  for (const effect of ['Glow', 'Lens', 'Vignette', 'Grain', 'Balance']) {
    await page.getByRole('button', { name: 'Effect', exact: true }).click();
    await page.getByRole('menuitem', { name: effect, exact: true }).click();
  }
  await page.getByRole('slider', { name: 'Colour of the lights' }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await page.getByRole('button', { name: 'before / after' }).click();
  await refined(149);
  await page.getByRole('img', { name: 'Waveform of luma' }).waitFor();
  await page.waitForTimeout(2000);
  await shoot('finish');
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+z');
  await room('Master');
  await page.getByRole('textbox', { name: 'Scale, %', exact: true }).fill('10');
  await page.getByRole('textbox', { name: 'Scale, %', exact: true }).press('Enter');
  await page.getByRole('textbox', { name: 'Sub-frames', exact: true }).fill('4');
  await page.getByRole('textbox', { name: 'Sub-frames', exact: true }).press('Enter');
  await page.getByRole('textbox', { name: 'Last frame, fr', exact: true }).fill('11');
  await page.getByRole('textbox', { name: 'Last frame, fr', exact: true }).press('Enter');
  await page.getByRole('checkbox', { name: 'MP4', exact: true }).click({ force: true });
  await page.getByRole('button', { name: 'Render 12 frames' }).click();
  await page.getByText('done · 12 frames').waitFor({ timeout: 240_000 });
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('button', { name: 'Check all' }).click();
  await page.getByRole('button', { name: /^Read: LANTERN/ }).click({ timeout: 400_000 });
  await seek(126);
  await refined(126, 16);
  await shoot('master');
  await page.getByRole('tab', { name: /^Versions/ }).click();
  await page.getByRole('img', { name: 'Row 4' }).waitFor({ timeout: 240_000 });
  await page.getByRole('button', { name: 'Look at row 2' }).click();
  await page.getByRole('button', { name: 'Render all of them' }).click();
  await seek(149);
  await refined(149, 16);
  await shoot('versions');
  await page.goto(url);
  await page.getByRole('link', { name: /^Open Lantern Deep, four lines/ }).click();
  await room('Choreograph');
  await page
    .getByRole('navigation', { name: 'Call sheet' })
    .getByRole('button', { name: /^A LANTERN/ })
    .click();
  await page.getByRole('button', { name: 'Gather', exact: true }).click();
  await seek(150);
  await refined(150);
  await shoot('performing');
  await page.goto(url);
  await page.getByRole('link', { name: /^Open Lantern Deep, the sign/ }).click();
  await room('Choreograph');
  await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^Sign/ }).click();
  await page.getByRole('button', { name: /^Fall/ }).click();
  await seek(76);
  await refined(76);
  await shoot('falling');
  await shootFirstTitle(browser, refinedOn);
  render('Lantern Deep, ident A', 149, 'ident');
} finally {
  await browser.close();
  child.kill();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
