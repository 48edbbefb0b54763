#!/usr/bin/env node
// Installs what is missing, builds, fills an empty data folder with the demo productions, and serves it.
import { ensureBuild, ensurePackages, startServer } from './lib.mjs';

ensurePackages();
ensureBuild();
const port = Number(process.env.PORT ?? 4747);
const { url, ended, failed } = await startServer({ port, host: process.env.HOST ?? '127.0.0.1', env: { IRONSKY_DEMO: '1' }, quiet: true });
if (failed !== null) {
  console.error(`Ironsky did not start. If port ${port} is taken, choose another: PORT=4800 npm run demo`);
  process.exit(failed);
}
console.log(`\nIronsky is ready at ${url}\n`);
process.exit(await ended);
