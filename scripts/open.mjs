#!/usr/bin/env node
// Takes production files in from the terminal.
import { ensurePackages } from './lib.mjs';
import { fail, findServer, openFile } from './terminal.mjs';

const files = process.argv.slice(2);
if (files.length === 0 || files.some((file) => file.startsWith('-'))) fail('npm run open -- FILE.ironsky [more files]');
ensurePackages();
const url = await findServer();
for (const file of files) {
  const { id, name } = await openFile(url, file);
  console.log(`Opened “${name}” (${id})`);
}
process.exit(0);
