import { jest } from '@jest/globals';
import { applyPatches } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { keyReaders } from '@/core/motion/readers';
import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { allOwners } from '@/core/production/owners/owners';
import { emptyProduction, type Production } from '@/core/production/production';
import { createProductionStore } from '@/rooms/workspace/production-store';

const MARKS = 100;

function large() {
  const production = emptyProduction('Large', { width: 1920, height: 1080, rate: '25', length: 250 });
  for (let i = 0; i < MARKS; i++) addWordmark(production, `MARK ${i}`);
  return createProductionStore(production);
}

const drag = (documents: ReturnType<typeof large>, value: number) => {
  const id = documents.store.getState().production.marks[50]?.id ?? '';
  documents.edit((draft) => changeMark(draft, id, (mark) => void (mark.channels.x.rest = value)), 'a drag');
};

test('an edit of one mark of a hundred keeps all others the very same', () => {
  const documents = large();
  const before = documents.store.getState().production;
  drag(documents, 1);
  const { production: after, patches } = documents.store.getState();
  expect(after.marks.filter((mark, i) => mark !== before.marks[i])).toEqual([after.marks[50]]);
  expect(after.cameras).toBe(before.cameras);
  expect(after.marks[50]?.body).toBe(before.marks[50]?.body);
  expect(after.marks[50]?.shells).toBe(before.marks[50]?.shells);
  // What is sent to the workers says this and no more.
  expect(patches).toEqual([{ op: 'replace', path: ['marks', 50, 'channels', 'x', 'rest'], value: 1 }]);
  const theirs = applyPatches(before, patches ?? []) as Production;
  expect(theirs).toEqual(after);
  expect(theirs.marks[49]).toBe(before.marks[49]);
});

test('undo and redo bring back the very same documents, and tell the workers only what changed', () => {
  const documents = large();
  const { store, undo, redo } = documents;
  const first = store.getState().production;
  for (let value = 1; value <= 30; value++) drag(documents, value);
  const last = store.getState().production;
  undo();
  expect(store.getState().production).toBe(first);
  expect(applyPatches(last, store.getState().patches ?? [])).toEqual(first);
  expect(store.getState().patches).toHaveLength(1);
  redo();
  expect(store.getState().production).toBe(last);
  expect(applyPatches(first, store.getState().patches ?? [])).toEqual(last);
});

test('after an edit only what it touched is made ready again', () => {
  const documents = large();
  const first = documents.store.getState().production;
  const keysBefore = first.marks.map(solidsKey);
  const ownersBefore = allOwners(first);
  const readersBefore = first.marks.map(({ channels }) => keyReaders(channels));
  const statesBefore = evaluate(first, 0, () => null).marks;
  drag(documents, 2);
  const next = documents.store.getState().production;
  // Whatever is made ready of a mark begins with its text: it is counted how often one is written.
  const written = jest.spyOn(JSON, 'stringify');
  const keysAfter = next.marks.map(solidsKey);
  expect(written.mock.calls.length).toBeLessThanOrEqual(3);
  written.mockRestore();
  expect(keysAfter).toEqual(keysBefore);
  const ownersAfter = allOwners(next);
  const remade = ownersAfter.filter((owner, i) => owner !== ownersBefore[i]).map(({ path }) => path.split('/').slice(0, 2).join('/'));
  const id = next.marks[50]?.id;
  expect(new Set(remade.filter((path) => path.startsWith('marks')))).toEqual(new Set([`marks/${id}`]));
  expect(next.marks.filter(({ channels }, i) => keyReaders(channels) !== readersBefore[i])).toEqual([next.marks[50]]);
  const statesAfter = evaluate(next, 0, () => null).marks;
  expect(statesAfter).toHaveLength(MARKS);
  expect(statesAfter.filter((state, i) => state !== statesBefore[i]).map(({ id: each }) => each)).toEqual([id]);
  // At another frame all are asked for anew.
  expect(evaluate(next, 1, () => null).marks[0]).not.toBe(statesAfter[0]);
});
