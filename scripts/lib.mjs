import { spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(fileURLToPath(new URL('..', import.meta.url)));
const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };

/** What files of a demo production are called. */
export const slugOf = (name) => name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');

/** Runs a command with its output shown; ends this process with its code when it fails. */
export function run(command, args, extra = {}) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...environment, ...extra } });
  if (status !== 0) process.exit(status ?? 1);
}

/** The code with which a process that was started ends. */
export const endOf = (child) =>
  new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (code) => resolve(code ?? 1));
  });

/** Runs several commands at a time: each list of commands in its order, beside the others. What a command says is shown as it ends. */
export async function runTogether(lists) {
  const end = async ([command, ...args]) => {
    const child = spawn(command, args, { cwd: ROOT, env: environment, stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => said.push(part));
    const code = await endOf(child);
    process.stdout.write(Buffer.concat(said));
    return code;
  };
  const codes = await Promise.all(
    lists.map(async (commands) => {
      for (const command of commands) {
        const code = await end(command);
        if (code !== 0) return code;
      }
      return 0;
    }),
  );
  const failed = codes.find((code) => code !== 0);
  if (failed !== undefined) process.exit(failed);
}

/** Installs packages when they are missing or older than the lock file. */
export function ensurePackages() {
  const stamp = path.join(ROOT, 'node_modules/.package-lock.json');
  const lock = path.join(ROOT, 'package-lock.json');
  if (existsSync(stamp) && statSync(stamp).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing packages…');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
}

/** Builds unless a build stands that is newer than all sources. */
export function ensureBuild(force = false) {
  const built = path.join(ROOT, '.next/BUILD_ID');
  const intake = path.join(ROOT, 'build/intake/server.js');
  const newest = spawnSync('find', ['src', 'next.config.ts', 'package-lock.json', '-newer', built, '-print', '-quit'], { cwd: ROOT });
  if (!force && existsSync(built) && existsSync(intake) && newest.status === 0 && newest.stdout.length === 0) return;
  console.log('Building…');
  run('npm', ['run', '-s', 'build']);
}

export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = net.createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/** Starts the server; resolves when it answers. The child ends with this process. */
export async function startServer({ port, host = '127.0.0.1', env = {}, quiet = false }) {
  const child = spawn(process.execPath, [path.join(ROOT, 'scripts/server.mjs')], {
    cwd: ROOT,
    env: { ...environment, NODE_ENV: 'production', HOST: host, PORT: String(port), ...env },
    stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
  });
  const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1)));
  const end = () => child.kill();
  for (const event of ['SIGINT', 'SIGTERM', 'exit']) process.once(event, end);
  void ended.then(() => {
    for (const event of ['SIGINT', 'SIGTERM', 'exit']) process.off(event, end);
  });
  const url = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
  const deadline = Date.now() + 90_000;
  while (Date.now() < deadline) {
    const state = await Promise.race([ended, healthOf(url)]);
    if (typeof state === 'number') return { url, child, ended, failed: state };
    if (state) {
      // Where the owner of this data folder can be reached: the terminal render asks here first.
      writeFileSync(path.join(state.folder, 'address'), url);
      return { url, child, ended, failed: null };
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  child.kill();
  return { url, child, ended, failed: 1 };
}

/** What a server on that address says of itself, or null when none of ours answers. */
export async function healthOf(url) {
  try {
    const response = await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(5000) });
    const body = await response.json();
    return body.application === 'ironsky' ? body : null;
  } catch {
    return null;
  }
}
