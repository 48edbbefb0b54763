import 'server-only';
import { demoKits } from '@/demo/kits';
import { demoProductions, stingSound } from '@/demo/productions';
import { stingWav } from '@/demo/sting';
import { FolderInUseError } from './data-folder';
import { database } from './database';
import { addKit, listKits } from './kits';
import { addSound } from './sounds';
import { importProduction, listProductions } from './productions';

/** Opens the data folder or ends the process with a clear word. */
export async function startUp(): Promise<void> {
  try {
    await database();
    if (process.env.IRONSKY_DEMO === '1' && (await listProductions()).length === 0) {
      const { hash } = await addSound('sting.wav', await stingWav());
      // The last one taken in stands first on the desk. Those that are cut to the sting are heard with it.
      for (const production of demoProductions().reverse())
        await importProduction(production.cues.length > 0 ? { ...production, sound: stingSound(hash) } : production);
      if ((await listKits()).length === 0) for (const kit of demoKits()) await addKit(kit);
    }
  } catch (error) {
    if (!(error instanceof FolderInUseError)) throw error;
    console.error(`\n${error.message}\n`);
    process.exit(3);
  }
}
