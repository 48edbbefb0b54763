#!/usr/bin/env node
// Prints how fast the parts that matter are on this machine.
import { ensureBrowser, ensurePackages, run } from './lib.mjs';

ensurePackages();
ensureBrowser();
run('npx', ['tsx', 'scripts/bench/main.ts']);
