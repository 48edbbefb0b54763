#!/usr/bin/env node
// Takes the pictures of the main views anew, from the demo data, into docs/screenshots: all of them, or the parts that are named.
import { execFile } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
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
const render = async (name, frame, to) => {
  const out = mkdtempSync(path.join(tmpdir(), 'ironsky-frame-'));
  const asked = ['--frames', String(frame), '--scale', String(2 / 3), '--samples', '48', '--out', out];
  const env = { ...process.env, IRONSKY_DATA: folder };
  // The page that is open may draw it: it stands still while this process waits for another without hearing it.
  await promisify(execFile)(process.execPath, [path.join(ROOT, 'scripts/render.mjs'), name, ...asked], { env });
  copyFileSync(path.join(out, `frame_${String(frame).padStart(5, '0')}.png`), path.join(ROOT, 'docs/screenshots', `${to}.png`));
  rmSync(out, { recursive: true, force: true });
};
const refined = (frame, samples) => refinedOn(page, frame, samples);
const room = (name) => page.getByRole('navigation', { name: 'Rooms' }).getByRole('button', { name }).click();

const open = async (name) => {
  await page.goto(url);
  await page.getByRole('link', { name: new RegExp(`^Open ${name}`) }).click();
};
const typed = async (name, value) => {
  await page.getByRole('textbox', { name, exact: true }).fill(value);
  await page.getByRole('textbox', { name, exact: true }).press('Enter');
};

/** What can be asked for: each opens what it shows by itself, and takes one picture or some that follow one another. */
const PARTS = {
  desk: async () => {
    await page.goto(url);
    await page.waitForFunction(() => document.querySelectorAll('main img').length === 7, null, { timeout: 240_000 });
    await page.waitForLoadState('networkidle');
    await shoot('desk');
  },
  shape: async () => {
    await open('Lantern Deep, ident A');
    await page.getByRole('button', { name: 'LANTERN words' }).click();
    await seek(149);
    await refined(149);
    await shoot('shape');
    await room('Light');
    await page.getByRole('group', { name: 'Plan from above' }).getByRole('button', { name: 'Key light' }).focus();
    await page.keyboard.press('Enter');
    await refined(149);
    await shoot('light');
  },
  choreograph: async () => {
    await open('Lantern Deep, the lure');
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
  },
  finish: async () => {
    await open('Lantern Deep, ident A');
    await room('Finish');
    await seek(149);
    await page.getByRole('button', { name: 'Balance on' }).click();
    await page.getByRole('button', { name: 'before / after' }).click();
    await refined(149);
    await page.getByRole('img', { name: 'Waveform of luma' }).waitFor();
    await page.waitForTimeout(2000);
    await shoot('finish');
  },
  master: async () => {
    await open('Lantern Deep, ident A');
    await room('Master');
    await typed('Scale, %', '10');
    await typed('Sub-frames', '4');
    await typed('Last frame, fr', '11');
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
  },
  performing: async () => {
    await open('Lantern Deep, four lines');
    await room('Choreograph');
    await page
      .getByRole('navigation', { name: 'Call sheet' })
      .getByRole('button', { name: /^A LANTERN/ })
      .click();
    await page.getByRole('button', { name: 'Gather', exact: true }).click();
    await seek(171);
    await refined(171);
    await shoot('performing');
  },
  falling: async () => {
    await open('Lantern Deep, the sign');
    await room('Choreograph');
    await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^Sign/ }).click();
    await page.getByRole('button', { name: /^Fall/ }).click();
    await seek(76);
    await refined(76);
    await shoot('falling');
  },
  'first-title': () => shootFirstTitle(browser, refinedOn),
  ident: async () => render('Lantern Deep, ident A', 149, 'ident'),
};

try {
  const asked = process.argv.slice(2);
  const unknown = asked.filter((name) => !(name in PARTS));
  if (unknown.length > 0) throw new Error(`There is no part ${unknown.join(', ')}: ${Object.keys(PARTS).join(', ')}.`);
  for (const [name, take] of Object.entries(PARTS)) if (asked.length === 0 || asked.includes(name)) await take();
} finally {
  await browser.close();
  child.kill();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
