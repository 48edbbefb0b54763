import { spawn } from 'node:child_process';

/** A program that works longer than this on one file is ended, milliseconds. */
const LIMIT_MS = 600_000;
const MOST_WORDS = 400_000;

export interface Ran {
  out: string;
  err: string;
}

/**
 * Runs a program to its end.
 * @param hear takes what it writes, as it comes; without it that is given back as text
 * @throws Error in words where it is not there, fails, or takes too long
 */
export function run(program: string, args: readonly string[], hear?: (bytes: Buffer) => void): Promise<Ran> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    let [out, err] = ['', ''];
    const timer = setTimeout(() => child.kill('SIGKILL'), LIMIT_MS);
    child.stdout.on('data', (bytes: Buffer) => {
      if (hear) hear(bytes);
      else out = (out + bytes.toString()).slice(-MOST_WORDS);
    });
    child.stderr.on('data', (bytes: Buffer) => {
      err = (err + bytes.toString()).slice(-MOST_WORDS);
    });
    child.once('error', () => {
      clearTimeout(timer);
      reject(new Error(`${program} was not found on this machine, which files are read by.`));
    });
    child.once('close', (code) => {
      clearTimeout(timer);
      if (code === 0) resolve({ out, err });
      else reject(new Error(err.trim().split('\n').at(-1) || `${program} ended with ${code ?? 'a signal'}.`));
    });
  });
}
