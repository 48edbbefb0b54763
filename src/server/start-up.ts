import 'server-only';
import path from 'node:path';
import { demoKits } from '@/demo/kits';
import { deepLight, deepLightPng } from '@/demo/deep-light';
import { demoProductions, stingSound } from '@/demo/productions';
import { stingWav } from '@/demo/sting';
import { DataFolderError, folderTrouble } from './data-folder';
import { database } from './database';
import { DISK_FULL, isDiskFull } from './errors';
import { readIfThere } from './files';
import { FolderInUseError } from './folder-lock';
import { keepHouse } from './housekeeping';
import { addMedia } from './media';
import { beginServerWork } from './outside/server-work';
import { addKit, listKits } from './kits';
import { importProduction, listProductions, shipShown, SHOWN_ENDINGS } from './productions';

/** Exit codes of a server that could not start. */
const CODES = { inUse: 3, folder: 5, diskFull: 6, other: 7 } as const;

/** Fills an empty desk with the demo productions and their kits. */
async function fillWithDemo(): Promise<void> {
  if ((await listProductions()).length > 0) return;
  const { hash } = await addMedia('sound', 'sting.wav', await stingWav());
  const picture = deepLight((await addMedia('picture', 'lantern-in-deep-water.png', deepLightPng())).hash);
  // The last one taken in stands first on the desk. Those that are cut to the sting are heard with it.
  for (const [i, production] of [...demoProductions(picture).entries()].reverse()) {
    const made = await importProduction(production.cues.length > 0 ? { ...production, sound: stingSound(hash) } : production);
    for (const kind of ['still', 'strip'] as const) {
      const shipped = await readIfThere(path.join(process.cwd(), 'src/demo/stills', `${i}${SHOWN_ENDINGS[kind]}`));
      // Without them they are drawn when the desk is looked at.
      if (shipped) await shipShown(kind, made, shipped);
    }
  }
  if ((await listKits()).length === 0) for (const kit of demoKits()) await addKit(kit);
}

/** One sentence for what went wrong, and the code to end with. */
function reasonOf(error: unknown): { sentence: string; code: number } {
  if (error instanceof FolderInUseError) return { sentence: error.message, code: CODES.inUse };
  if (error instanceof DataFolderError) return { sentence: error.message, code: CODES.folder };
  if (isDiskFull(error)) return { sentence: DISK_FULL, code: CODES.diskFull };
  if ((error as NodeJS.ErrnoException).code?.startsWith('E')) return { sentence: folderTrouble(error).message, code: CODES.folder };
  const message = error instanceof Error ? error.message.split('\n')[0] : String(error);
  return { sentence: `The data folder could not be opened: ${message}`, code: CODES.other };
}

/** Opens the data folder or ends the process with a clear word. */
export async function startUp(): Promise<void> {
  try {
    await database();
    await keepHouse();
    if (process.env.IRONSKY_DEMO === '1') await fillWithDemo();
    await beginServerWork();
  } catch (error) {
    const { sentence, code } = reasonOf(error);
    console.error(`\n${sentence}\n`);
    process.exit(code);
  }
}
