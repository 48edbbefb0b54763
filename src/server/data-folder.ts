import 'server-only';
import { accessSync, constants, mkdirSync, realpathSync, statSync } from 'node:fs';
import path from 'node:path';

/** The folder that is meant to hold everything a person makes, by its full name; it may not be there yet. */
const meantFolder = (): string => path.resolve(/*turbopackIgnore: true*/ process.env.IRONSKY_DATA ?? 'data');

/** Thrown when the data folder cannot be used; the message says why, in one sentence. */
export class DataFolderError extends Error {}

const REASONS: Record<string, (folder: string) => string> = {
  ENOTDIR: (folder) => `${folder} is not a folder, or something on the way to it is a file.`,
  EEXIST: (folder) => `There is a file in the place of the data folder ${folder}.`,
  EACCES: (folder) => `This account may not write to the data folder ${folder}.`,
  EPERM: (folder) => `This account may not write to the data folder ${folder}.`,
  EROFS: (folder) => `The data folder ${folder} can only be read.`,
  ENOSPC: (folder) => `There is no room left on the disk of the data folder ${folder}.`,
  ENOENT: (folder) => `The data folder ${folder} could not be made.`,
};

/** Why a folder cannot be used, in one sentence. */
export function folderTrouble(error: unknown): DataFolderError {
  const { code = '', message } = error as NodeJS.ErrnoException;
  const reason = REASONS[code]?.(meantFolder()) ?? `The data folder ${meantFolder()} cannot be used: ${message.split('\n')[0]}`;
  return new DataFolderError(`${reason} Set IRONSKY_DATA to a folder that can be written to.`);
}

/**
 * Makes the data folder where it is not there.
 * @throws DataFolderError when it cannot be used
 */
export function ensureDataFolder(): string {
  try {
    const folder = meantFolder();
    mkdirSync(folder, { recursive: true });
    if (!statSync(folder).isDirectory()) throw Object.assign(new Error('not a folder'), { code: 'ENOTDIR' });
    accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK);
    return realpathSync(/*turbopackIgnore: true*/ folder);
  } catch (error) {
    throw folderTrouble(error);
  }
}

/** The folder that holds everything a person makes: database, fonts, stills, renders. */
export function dataFolder(): string {
  const folder = meantFolder();
  mkdirSync(folder, { recursive: true });
  return realpathSync(/*turbopackIgnore: true*/ folder);
}

/** A folder inside the data folder, made when it is not there. */
export function dataPath(...parts: string[]): string {
  const folder = path.join(dataFolder(), ...parts);
  mkdirSync(folder, { recursive: true });
  return folder;
}
