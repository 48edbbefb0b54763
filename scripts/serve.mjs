#!/usr/bin/env node
// Serves the built application: PORT (4747) and HOST (127.0.0.1) may be set.
import { startServer } from './lib.mjs';

const port = Number(process.env.PORT ?? 4747);
const host = process.env.HOST ?? '127.0.0.1';
const { url, ended, failed } = await startServer({ port, host, quiet: true });
if (failed !== null) process.exit(failed);
console.log(`\nIronsky is ready at ${url}\n`);
process.exit(await ended);
