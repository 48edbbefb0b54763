#!/usr/bin/env node
// Prints how fast the parts that matter are on this machine. Built first as the application is: a loader that keeps names wraps every
// function it makes.
import { rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBrowser } from './browser.mjs';
import { ensurePackages, ROOT, run } from './lib.mjs';

ensurePackages();
ensureBrowser();
const { bundleForNode } = await import('./bundle.mjs');
const folder = path.join(ROOT, 'out', 'bench');
try {
  await bundleForNode('scripts/bench/main.ts', path.join(folder, 'main.mjs'));
  run('node', ['--conditions', 'react-server', path.join(folder, 'main.mjs'), ...process.argv.slice(2)]);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
