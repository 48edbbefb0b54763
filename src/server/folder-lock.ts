import 'server-only';
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import path from 'node:path';
import lockfile from 'proper-lockfile';

/** Thrown when another process has the data folder; the message says who, and since when. */
export class FolderInUseError extends Error {}

/** A folder that this process has taken. */
export interface FolderLock {
  release(): Promise<void>;
}

/** Who has a folder, as it is written beside its lock. */
interface Owner {
  process: number;
  machine: string;
  /** Changes with every start of the machine's kernel, and is the same in all of its containers. */
  boot: string;
  /** ISO 8601. */
  since: string;
}

const KERNEL_LOCK = 'owner.lock';
const OWNER = 'owner.json';
const BEAT = 'owner.beat';

/** A sign of life every second; without one for so long an owner is taken for dead. Milliseconds. */
const BEAT_MS = 1000;
const DEAD_AFTER_MS = 4000;

/** How long a folder is waited for that its owner may be about to leave, or has left by dying a moment ago. Seconds. */
const YIELD_S = 2;

/** Of which kernel this process is; empty where that cannot be told. */
function bootId(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    return '';
  }
}

function readOwner(folder: string): Owner | null {
  try {
    return JSON.parse(readFileSync(path.join(folder, OWNER), 'utf8')) as Owner;
  } catch {
    return null;
  }
}

function inUse(folder: string): FolderInUseError {
  const owner = readOwner(folder);
  const who = owner ? ` It is process ${owner.process} on ${owner.machine}, which has had it since ${owner.since}.` : '';
  return new FolderInUseError(
    `Another Ironsky is already running on the data folder ${folder}.${who} ` +
      'Use that one, stop it first, or set IRONSKY_DATA to another folder.',
  );
}

/**
 * Asks the kernel for the folder, by way of the system's own flock(1): a lock of a file that holds in all containers and network
 * namespaces of a machine, and that the kernel takes back the moment its owner dies, however it dies.
 * @returns the helper that has the lock, “taken” when another one has it, “unknown” where there is no such tool
 */
function kernelLock(folder: string): Promise<ChildProcess | 'taken' | 'unknown'> {
  if (process.platform !== 'linux') return Promise.resolve('unknown');
  const file = path.join(folder, KERNEL_LOCK);
  // It says so once it has the lock, and lives as long as this process keeps its input open.
  const helper = spawn('flock', ['--exclusive', '--timeout', String(YIELD_S), file, 'sh', '-c', 'echo locked; exec cat >/dev/null'], {
    stdio: ['pipe', 'pipe', 'ignore'],
    detached: true,
  });
  return new Promise((resolve) => {
    helper.once('error', () => resolve('unknown'));
    helper.once('exit', (code) => resolve(code === 1 ? 'taken' : 'unknown'));
    helper.stdout?.once('data', () => {
      helper.unref();
      (helper.stdin as { unref?: () => void } | null)?.unref?.();
      (helper.stdout as { unref?: () => void } | null)?.unref?.();
      resolve(helper);
    });
  });
}

/** Lets the kernel have the lock again: its helper ends with its input. */
async function giveBack(kernel: ChildProcess | string): Promise<void> {
  if (typeof kernel === 'string' || kernel.exitCode !== null) return;
  const ended = new Promise((resolve) => kernel.once('exit', resolve));
  kernel.stdin?.end();
  await ended;
}

/**
 * Takes the data folder for this process. The database must have one owner: two would corrupt it without a word. On one machine the
 * kernel sees to that; on a shared folder, where another machine's kernel may know nothing of it, so does a sign of life that the
 * owner leaves every second.
 * @param onLost called when the folder is no longer this process's: nothing may be written from then on
 * @throws FolderInUseError when another process has it
 */
export async function lockFolder(folder: string, onLost: () => void): Promise<FolderLock> {
  const kernel = await kernelLock(folder);
  if (kernel === 'taken') throw inUse(folder);
  const beat = path.join(folder, BEAT);
  const before = readOwner(folder);
  // The kernel has given us the folder: whoever had it on this machine is dead, and need not be waited for.
  if (kernel !== 'unknown' && (before === null || before.boot === bootId())) rmSync(beat, { recursive: true, force: true });
  let released = false;
  const lost = () => {
    if (!released) onLost();
  };
  let stopBeating: () => Promise<void>;
  try {
    stopBeating = await lockfile.lock(folder, {
      lockfilePath: beat,
      stale: DEAD_AFTER_MS,
      update: BEAT_MS,
      retries: existsSync(beat) ? { retries: 6, minTimeout: BEAT_MS, maxTimeout: BEAT_MS } : 0,
      onCompromised: lost,
    });
  } catch (error) {
    await giveBack(kernel);
    if ((error as NodeJS.ErrnoException).code === 'ELOCKED') throw inUse(folder);
    throw error;
  }
  if (typeof kernel === 'object') kernel.once('exit', lost);
  const owner: Owner = { process: process.pid, machine: hostname(), boot: bootId(), since: new Date().toISOString() };
  writeFileSync(path.join(folder, OWNER), JSON.stringify(owner));
  return {
    async release() {
      released = true;
      rmSync(path.join(folder, OWNER), { force: true });
      await stopBeating().catch(() => undefined);
      await giveBack(kernel);
    },
  };
}
