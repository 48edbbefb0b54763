import 'server-only';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { Licence } from '@/core/production/listing';

/** Licences of all that ships, as the build wrote them down; none where it was not built. */
export async function licences(): Promise<Licence[]> {
  try {
    return JSON.parse(await readFile(path.join(process.cwd(), 'out', 'licences.json'), 'utf8')) as Licence[];
  } catch {
    return [];
  }
}
