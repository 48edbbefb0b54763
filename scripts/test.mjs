#!/usr/bin/env node
// Everything that must hold before a change lands: format, lint with import rules, types, unit tests, build, end-to-end tests.
import { ensureBrowser, ensureBuild, ensurePackages, run } from './lib.mjs';

const step = (name) => console.log(`\n── ${name}`);
ensurePackages();
ensureBrowser();
step('Lint and import rules');
run('npx', ['eslint', '.']);
step('Types');
run('npm', ['run', '-s', 'types']);
step('Unit tests');
run('npm', ['run', '-s', 'unit', '--', '--maxWorkers=2']);
step('Build');
ensureBuild(true);
step('End to end');
run('npx', ['playwright', 'test']);
console.log('\nAll checks passed.');
