// What scripts share that render the demo productions: a server on a folder filled with them, for as long as something is done there.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBrowser, READ_BACK_TOOLS } from './browser.mjs';
import { endOf, ensureBuild, ensurePackages, freePort, ROOT, slugOf, startServer } from './lib.mjs';

/**
 * Does something with each demo production whose name has one of the words that the command was given, or with all of them. It is told the
 * production with its slug, a folder of its own for frames, a way to ask the server, and one to render into that folder.
 */
export async function eachDemo(use) {
  ensurePackages();
  ensureBuild();
  ensureBrowser({ tools: READ_BACK_TOOLS });
  const folder = mkdtempSync(path.join(tmpdir(), 'ironsky-demo-'));
  const env = { IRONSKY_DATA: folder, IRONSKY_DEMO: '1' };
  const { url, child, failed } = await startServer({ port: await freePort(), quiet: true, env });
  if (failed !== null) process.exit(failed);
  const only = process.argv.slice(2);
  const ask = async (at, init) => (await fetch(`${url}/api${at}`, init)).json();
  try {
    const { productions } = await ask('/productions');
    for (const production of productions.filter(({ name }) => only.length === 0 || only.some((words) => name.includes(words)))) {
      const out = path.join(folder, 'out', production.id);
      // Beside this process, not in its place: connections to the server that are closed meanwhile have to be heard of.
      const render = async (...options) => {
        const command = [path.join(ROOT, 'scripts/render.mjs'), production.id, ...options, '--out', out];
        const rendering = spawn(process.execPath, command, { env: { ...process.env, ...env }, stdio: 'inherit' });
        if ((await endOf(rendering)) !== 0) throw new Error(`${production.name} was not rendered.`);
      };
      await use({ ...production, slug: slugOf(production.name), out, ask, render });
      rmSync(out, { recursive: true, force: true });
    }
  } finally {
    child.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
