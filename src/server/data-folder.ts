import 'server-only';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, realpathSync, unlinkSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';

/** The folder that holds everything a person makes: database, fonts, stills, renders. */
export function dataFolder(): string {
  const folder = path.resolve(/*turbopackIgnore: true*/ process.env.IRONSKY_DATA ?? 'data');
  mkdirSync(folder, { recursive: true });
  return realpathSync(/*turbopackIgnore: true*/ folder);
}

/** A folder inside the data folder, made when it is not there. */
export function dataPath(...parts: string[]): string {
  const folder = path.join(dataFolder(), ...parts);
  mkdirSync(folder, { recursive: true });
  return folder;
}

export class FolderInUseError extends Error {}

/**
 * Takes the data folder for this process. The database must have one owner: two would corrupt it without a word.
 * The lock is a socket, which the system takes back even when the process is killed.
 * @throws FolderInUseError when another process has it
 */
export async function lockFolder(folder: string): Promise<net.Server> {
  const name = `ironsky-${createHash('sha256').update(folder).digest('hex').slice(0, 24)}`;
  if (process.platform === 'linux') return listen(`\0${name}`, folder);
  if (process.platform === 'win32') return listen(`\\\\.\\pipe\\${name}`, folder);
  // Elsewhere a socket file may be left behind by a killed process: it is stale when nobody answers.
  const file = path.join(folder, 'owner.sock');
  if (existsSync(file) && !(await answers(file))) unlinkSync(file);
  return listen(file, folder);
}

function listen(address: string, folder: string): Promise<net.Server> {
  return new Promise((resolve, reject) => {
    const server = net.createServer((socket) => socket.end());
    server.once('error', (error: NodeJS.ErrnoException) => {
      reject(
        error.code === 'EADDRINUSE'
          ? new FolderInUseError(
              `Another Ironsky is already running on the data folder ${folder}. Use that one, stop it first, or set ` +
                `IRONSKY_DATA to another folder.`,
            )
          : error,
      );
    });
    server.listen(address, () => resolve(server.unref()));
  });
}

function answers(file: string): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = net.connect(file, () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });
}
