import 'server-only';
import { readFile } from 'node:fs/promises';
import path from 'node:path';

/** A package that ships with the application. */
export interface Licence {
  name: string;
  version: string;
  /** As the package says it, most often by its SPDX name. */
  licence: string;
  text: string;
}

/** Licences of all that ships, as the build wrote them down; none where it was not built. */
export async function licences(): Promise<Licence[]> {
  try {
    return JSON.parse(await readFile(path.join(process.cwd(), 'out', 'licences.json'), 'utf8')) as Licence[];
  } catch {
    return [];
  }
}
