#!/usr/bin/env node
// Draws the stills and strips of the demo productions anew, into src/demo/stills: they ship with the application. Numbers of productions,
// from 0, choose some.
import { copyFileSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBrowser, launchBrowser } from './browser.mjs';
import { ensureBuild, ensurePackages, freePort, ROOT, startServer } from './lib.mjs';

const TO = path.join(ROOT, 'src/demo/stills');
const ENDINGS = ['.png', '.strip.webp'];

ensurePackages();
ensureBuild();
ensureBrowser();
const chosen = process.argv.slice(2).flatMap((number) => ENDINGS.map((ending) => `${number}${ending}`));
// What does not ship is drawn by the desk.
for (const file of chosen.length > 0 ? chosen : ['']) rmSync(path.join(TO, file), { recursive: true, force: true });
const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-stills-'));
const { url, child, failed } = await startServer({ port: await freePort(), quiet: true, env: { IRONSKY_DATA: folder, IRONSKY_DEMO: '1' } });
if (failed !== null) process.exit(failed);
const browser = await launchBrowser();
const list = async () => (await (await fetch(`${url}/api/productions`)).json()).productions;

try {
  const page = await browser.newPage();
  await page.goto(url);
  const isDrawn = ({ revision, stillRevision, stripRevision }) => stillRevision === revision && stripRevision === revision;
  for (let productions = await list(); !productions.every(isDrawn); productions = await list()) await page.waitForTimeout(1000);
  mkdirSync(TO, { recursive: true });
  (await list()).forEach(({ id }, i) => {
    for (const ending of ENDINGS) copyFileSync(path.join(folder, 'stills', `${id}${ending}`), path.join(TO, `${i}${ending}`));
  });
} finally {
  await browser.close();
  child.kill();
  rmSync(folder, { recursive: true, force: true });
}
