#!/usr/bin/env node
// Prints how fast the parts that matter are on this machine. Built first as the application is: a loader that keeps names wraps every function it makes.
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { ensureBrowser, ensurePackages, ROOT, run } from './lib.mjs';

ensurePackages();
ensureBrowser();
const folder = path.join(ROOT, 'out', 'bench');
mkdirSync(folder, { recursive: true });
try {
  await build({
    entryPoints: [path.join(ROOT, 'scripts/bench/main.ts')],
    bundle: true,
    outfile: path.join(folder, 'main.mjs'),
    format: 'esm',
    platform: 'node',
    target: 'es2022',
    packages: 'external',
    alias: { '@': path.join(ROOT, 'src') },
    // Scripts find the project by their own place, so they stay where they are.
    plugins: [{ name: 'scripts', setup: ({ onResolve }) => onResolve({ filter: /^\.\.\/\w+\.mjs$/ }, ({ path: name }) => ({ path: path.join(ROOT, 'scripts', path.basename(name)), external: true })) }],
    logLevel: 'error',
  });
  run('node', [path.join(folder, 'main.mjs'), ...process.argv.slice(2)]);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
