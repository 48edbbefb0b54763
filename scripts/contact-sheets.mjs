#!/usr/bin/env node
// Draws a contact sheet of each demo production into docs/contact-sheets: nine frames from its first to its last, as they are rendered.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBrowser, READ_BACK_TOOLS } from './browser.mjs';
import { ensureBuild, ensurePackages, freePort, ROOT, startServer } from './lib.mjs';

const TO = path.join(ROOT, 'docs/contact-sheets');
const [ACROSS, DOWN] = [3, 3];

ensurePackages();
ensureBuild();
ensureBrowser({ tools: READ_BACK_TOOLS });
const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-sheets-'));
const env = { IRONSKY_DATA: folder, IRONSKY_DEMO: '1' };
const { url, child, failed } = await startServer({ port: await freePort(), quiet: true, env });
if (failed !== null) process.exit(failed);
const only = process.argv.slice(2);

try {
  mkdirSync(TO, { recursive: true });
  const { productions } = await (await fetch(`${url}/api/productions`)).json();
  for (const { id, name, format } of productions.filter((each) => only.length === 0 || only.some((words) => each.name.includes(words)))) {
    const out = mkdtempSync(path.join(tmpdir(), 'ironsky-sheet-'));
    const every = Math.floor((format.length - 1) / (ACROSS * DOWN - 1));
    const last = every * (ACROSS * DOWN - 1);
    // Plain: where light is traced in software, a frame takes minutes.
    const render = [
      '--light',
      'plain',
      '--out',
      out,
      '--frames',
      `0-${last}`,
      '--every',
      String(every),
      '--scale',
      '0.25',
      '--samples',
      '24',
      '--silent',
    ];
    execFileSync(process.execPath, [path.join(ROOT, 'scripts/render.mjs'), id, ...render], {
      env: { ...process.env, ...env },
      stdio: 'inherit',
    });
    const frames = readdirSync(out).filter((file) => file.endsWith('.png'));
    if (frames.length !== ACROSS * DOWN) throw new Error(`${name} has ${frames.length} frames.`);
    const to = path.join(TO, `${name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.jpg`);
    const tile = `tile=${ACROSS}x${DOWN}:padding=8:margin=8:color=0x161616`;
    execFileSync('ffmpeg', ['-v', 'error', '-y', '-pattern_type', 'glob', '-i', path.join(out, '*.png'), '-vf', tile, '-q:v', '4', to]);
    rmSync(out, { recursive: true });
  }
} finally {
  child.kill();
  rmSync(folder, { recursive: true, force: true });
}
