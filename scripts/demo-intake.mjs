#!/usr/bin/env node
// Renders demo productions whole, as ProRes 422 HQ in few sub-frames, delivers each to the channel's own station, and keeps what that
// says in docs/intake-reports. Names of productions, or parts of them, choose some. It takes minutes each.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBrowser, READ_BACK_TOOLS } from './browser.mjs';
import { ensureBuild, ensurePackages, freePort, ROOT, startServer } from './lib.mjs';

const TO = path.join(ROOT, 'docs/intake-reports');
const STATION = 'merrow-nine';

ensurePackages();
ensureBuild();
ensureBrowser({ tools: READ_BACK_TOOLS });
const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-intake-'));
const env = { IRONSKY_DATA: folder, IRONSKY_DEMO: '1' };
const { url, child, failed } = await startServer({ port: await freePort(), quiet: true, env });
if (failed !== null) process.exit(failed);
const only = process.argv.slice(2);
const ask = async (at, init) => (await fetch(`${url}/api${at}`, init)).json();

try {
  mkdirSync(TO, { recursive: true });
  const { productions } = await ask('/productions');
  for (const { id, name } of productions.filter((each) => only.length === 0 || only.some((words) => each.name.includes(words)))) {
    const out = path.join(folder, id);
    const order = ['--files', 'prores-422-hq', '--samples', '2', '--light', 'plain', '--out', out];
    execFileSync(process.execPath, [path.join(ROOT, 'scripts/render.mjs'), id, ...order], {
      env: { ...process.env, ...env },
      stdio: 'inherit',
    });
    const { renders } = await ask(`/productions/${id}/renders`);
    const report = await ask(`/renders/${renders[0].id}/deliver`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ station: STATION, kind: 'prores-422-hq' }),
    });
    if (report.error) throw new Error(report.error);
    console.log(`${name}: ${report.verdict}`);
    writeFileSync(path.join(TO, `${name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.json`), `${JSON.stringify(report, null, 2)}\n`);
    rmSync(out, { recursive: true });
  }
} finally {
  child.kill();
  rmSync(folder, { recursive: true, force: true });
}
