import 'server-only';
import { randomBytes } from 'node:crypto';
import { open, readFile, rename, rm, type FileHandle } from 'node:fs/promises';
import path from 'node:path';

/** Writes a file whole or not at all, whatever writes it: under a temporary name first, flushed, then renamed. */
export async function writeWhole(file: string, write: (handle: FileHandle) => Promise<void>): Promise<void> {
  const temporary = path.join(path.dirname(file), `.${path.basename(file)}.${randomBytes(4).toString('hex')}.part`);
  try {
    const handle = await open(temporary, 'w');
    try {
      await write(handle);
      await handle.sync();
    } finally {
      await handle.close();
    }
    await rename(temporary, file);
  } catch (error) {
    await rm(temporary, { force: true });
    throw error;
  }
}

/** The same for bytes that are at hand. */
export const writeBytes = (file: string, bytes: Uint8Array): Promise<void> => writeWhole(file, (handle) => handle.writeFile(bytes));

/** Contents of a file, or null when there is none. */
export async function readIfThere(file: string): Promise<Buffer | null> {
  try {
    return await readFile(file);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}
