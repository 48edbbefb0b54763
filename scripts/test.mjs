#!/usr/bin/env node
// Everything that must hold before a change lands: format, lint, import rules, types, unit tests, build, end-to-end tests.
import { ensureBrowser, READ_BACK_TOOLS } from './browser.mjs';
import { ensureBuild, ensurePackages, run, runTogether } from './lib.mjs';

const step = (name) => console.log(`\n── ${name}`);
ensurePackages();
ensureBrowser({ tools: READ_BACK_TOOLS });
step('Format, lint, import rules, types');
// Each keeps to one core: side by side they take half as long.
await runTogether([
  [['npx', 'eslint', '.']],
  [
    ['npx', 'prettier', '--check', '.', '--log-level', 'warn'],
    ['npx', 'depcruise', '--config', '.dependency-cruiser.mjs', 'src'],
    ['npm', 'run', '-s', 'types'],
  ],
]);
step('Unit tests');
run('npm', ['run', '-s', 'unit', '--', '--maxWorkers=2']);
step('Build');
ensureBuild(true);
step('End to end');
run('npx', ['playwright', 'test']);
console.log('\nAll checks passed.');
