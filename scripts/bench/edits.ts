import { applyPatches, freeze } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { allOwners } from '@/core/production/owners/owners';
import { emptyProduction, type Production } from '@/core/production/production';
import { createProductionStore } from '@/rooms/workspace/production-store';
import { checkDocument } from '@/server/checked-document';
import { milliseconds } from './timing';

/** A production of so many word marks. */
export function withMarks(count: number): Production {
  const production = emptyProduction('Edits', { width: 1920, height: 1080, rate: '25', length: 250 });
  for (let i = 0; i < count; i++) {
    const id = addWordmark(production, `WORD ${i}`);
    changeMark(production, id, ({ channels }) => {
      channels.x.rest = 5 * ((i % 10) - 4.5);
      channels.z.rest = -3 * Math.floor(i / 10);
    });
  }
  return production;
}

/** What one step of a drag costs on the page, in a worker and on the server, in productions of several sizes. */
export function edits(): void {
  console.log('A step of a drag of one value');
  const pages: number[] = [];
  for (const count of [3, 30, 100]) {
    const documents = createProductionStore(withMarks(count));
    let theirs = freeze(structuredClone(documents.store.getState().production), true);
    const id = theirs.marks[count >> 1]?.id ?? '';
    let value = 0;
    const drag = () => documents.edit((draft) => changeMark(draft, id, (mark) => void (mark.channels.x.rest = value += 0.001)), 'a drag');
    const ready = (production: Production) => {
      production.marks.forEach(solidsKey);
      evaluate(production, 1, () => null);
    };
    const page = milliseconds(41, () => {
      drag();
      const { production } = documents.store.getState();
      allOwners(production);
      ready(production);
    });
    const worker = milliseconds(41, () => {
      drag();
      theirs = applyPatches(theirs, documents.store.getState().patches ?? []) as Production;
      ready(theirs);
    });
    const server = milliseconds(21, () => {
      drag();
      checkDocument(JSON.parse(JSON.stringify(documents.store.getState().production)));
    });
    pages.push(page);
    console.log(
      `  ${String(count).padStart(3)} word marks: page ${page.toFixed(2)} ms, worker ${worker.toFixed(2)} ms (with the edit), ` +
        `server ${server.toFixed(1)} ms (with writing and reading it)`,
    );
  }
  console.log(`  page, 100 marks over 3: ${((pages[2] as number) / (pages[0] as number)).toFixed(2)}`);
}
