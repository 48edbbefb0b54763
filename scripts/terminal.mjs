// What the commands of the terminal share: how they find a server, ask it, and end.
import { existsSync, readFileSync, realpathSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { ensureBuild, freePort, healthOf, ROOT, startServer } from './lib.mjs';

/** Ends the command with a message. */
export const fail = (message) => {
  console.error(message);
  process.exit(1);
};

/** A running server of ours on the same data folder, or one started for this command. */
export async function findServer() {
  const folder = path.resolve(ROOT, process.env.IRONSKY_DATA ?? 'data');
  const wanted = existsSync(folder) ? realpathSync(folder) : folder;
  // The owner of a data folder leaves its address there; that a server of ours answers for this folder is what counts.
  const note = path.join(wanted, 'address');
  const addresses = [
    process.env.IRONSKY_URL,
    existsSync(note) ? readFileSync(note, 'utf8').trim() : null,
    `http://127.0.0.1:${process.env.PORT ?? 4747}`,
  ];
  for (const url of addresses) {
    if (url && (await healthOf(url))?.folder === wanted) return url;
  }
  ensureBuild();
  const { url, failed } = await startServer({ port: await freePort(), quiet: true });
  if (failed !== null) process.exit(failed);
  return url;
}

/** Asks a server; ends the command with the reason when it refuses. */
export async function ask(url, init = {}) {
  const response = await fetch(
    url,
    init.json === undefined ? init : { ...init, body: JSON.stringify(init.json), headers: { 'Content-Type': 'application/json' } },
  );
  const body = await response.json();
  if (!response.ok) fail(body.error ?? `The server answered ${response.status}.`);
  return body;
}

/** Takes a production file in as a new production. */
export async function openFile(url, file) {
  const bytes = await readFile(file).catch((error) =>
    fail(`“${file}” cannot be read: ${error.code === 'ENOENT' ? 'it is not there.' : error.message}`),
  );
  return ask(`${url}/api/productions/file`, { method: 'POST', body: bytes });
}
