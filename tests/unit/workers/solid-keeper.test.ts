import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import type { SolidMesh } from '@/core/solid/mesh';
import { createProductionStore } from '@/rooms/workspace/production-store';
import { SolidKeeper, type SolidEvents } from '@/workers/solid-keeper';
import type { BuildReply, BuildRequest } from '@/workers/solid-messages';

type Asked = Extract<BuildRequest, { kind: 'build' }>;

/** A keeper whose worker is played by the test. */
function kept() {
  const worker = { asked: [] as BuildRequest[], reply: (_: BuildReply) => {}, fail: () => {}, starts: 0, closed: 0 };
  const told: string[] = [];
  const shown = new Map<string, Parameters<SolidEvents['solids']>[1]>();
  const keeper = new SolidKeeper(
    {
      solids: (id, solids) => void shown.set(id, solids),
      progress: (id, done, of) => void told.push(`${id} ${done}/${of}`),
      failed: (id, reason) => void told.push(`${id} failed: ${reason}`),
    },
    (receive, failed) => {
      Object.assign(worker, { reply: receive, fail: failed });
      worker.starts++;
      return { post: (message) => void worker.asked.push(message), close: () => void worker.closed++ };
    },
  );
  const production = emptyProduction('Kept', { width: 640, height: 360, rate: '25', length: 50 });
  for (const word of ['ONE', 'TWO', 'THREE']) addWordmark(production, word);
  const documents = createProductionStore(production);
  const current = (): Production => documents.store.getState().production;
  const builds = () => worker.asked.filter((message): message is Asked => message.kind === 'build');
  const mesh = { positions: new Float32Array(3) } as SolidMesh;
  /** The worker is done with a mark: pieces by their keys, and the meshes that are new. */
  const done = ({ mark, key }: Asked, pieces: string[], fresh: string[]) =>
    worker.reply({
      kind: 'built',
      markId: mark.id,
      key,
      solids: { pieces: pieces.map((each) => ({ key: each })), bounds: null, triangles: 0, missing: [], faults: [], letters: [] } as never,
      meshes: new Map(fresh.map((each) => [each, mesh])),
      font: null,
    });
  return { keeper, worker, told, shown, documents, current, builds, done };
}

test('after an edit only the mark that it touched is asked for, and not when its solids stay as they are', () => {
  const { keeper, documents, current, builds } = kept();
  keeper.update(current());
  expect(builds().map(({ mark }) => mark.id)).toEqual(['mark-1', 'mark-2', 'mark-3']);
  documents.edit((draft) => changeMark(draft, 'mark-2', (mark) => void (mark.channels.x.rest = 4)));
  keeper.update(current());
  expect(builds()).toHaveLength(3);
  documents.edit((draft) => changeMark(draft, 'mark-2', (mark) => void (mark.body.kind === 'words' && (mark.body.text = 'TWICE'))));
  keeper.update(current());
  expect(
    builds()
      .slice(3)
      .map(({ mark }) => mark.id),
  ).toEqual(['mark-2']);
});

test('meshes that were sent before are put together with the new ones', () => {
  const { keeper, documents, current, builds, done, shown } = kept();
  keeper.update(current());
  done(builds()[0] as Asked, ['a', 'b'], ['a', 'b']);
  const before = shown.get('mark-1')?.pieces;
  documents.edit((draft) => changeMark(draft, 'mark-1', (mark) => void (mark.body.kind === 'words' && (mark.body.text = 'ONES'))));
  keeper.update(current());
  done(builds().at(-1) as Asked, ['a', 'c'], ['c']);
  const after = shown.get('mark-1')?.pieces;
  expect(after?.map(({ key }) => key)).toEqual(['a', 'c']);
  expect(after?.[0]?.mesh).toBe(before?.[0]?.mesh);
});

test('solids of a mark as it was before are not shown', () => {
  const { keeper, documents, current, builds, done, shown } = kept();
  keeper.update(current());
  const outdated = builds()[0] as Asked;
  documents.edit((draft) => changeMark(draft, 'mark-1', (mark) => void (mark.body.kind === 'words' && (mark.body.text = 'NEWER'))));
  keeper.update(current());
  done(outdated, ['a'], ['a']);
  expect(shown.has('mark-1')).toBe(false);
});

describe('a question always ends', () => {
  const words = (production: Production) => {
    const body = production.marks[0]?.body;
    if (body?.kind !== 'words') throw new Error('words');
    return body;
  };

  test('with its answer', async () => {
    const { keeper, worker, current } = kept();
    const letters = keeper.letters(words(current()));
    const asked = worker.asked.at(-1);
    if (asked?.kind === 'letters') worker.reply({ kind: 'letters', id: asked.id, letters: [] });
    await expect(letters).resolves.toEqual([]);
  });

  test('with the failure of the worker, which is said of every mark that waits; frames that wait go on', async () => {
    const { keeper, worker, current, told } = kept();
    keeper.update(current());
    const letters = keeper.letters(words(current()));
    const idle = keeper.whenIdle();
    worker.fail();
    await expect(letters).rejects.toThrow('has stopped');
    await expect(idle).resolves.toBeUndefined();
    expect(told.map((line) => line.split(' ')[0])).toEqual(['mark-1', 'mark-2', 'mark-3']);
  });

  test('with a stop: the mark that was stopped says so, the others are asked for again', async () => {
    const { keeper, worker, current, told, builds } = kept();
    keeper.update(current());
    const letters = keeper.letters(words(current()));
    keeper.cancel('mark-1', current());
    await expect(letters).rejects.toThrow('Stopped');
    expect([worker.starts, worker.closed]).toEqual([2, 1]);
    expect(told).toEqual([expect.stringContaining('mark-1 failed: Building was stopped')]);
    expect(
      builds()
        .slice(3)
        .map(({ mark }) => mark.id),
    ).toEqual(['mark-2', 'mark-3']);
  });

  test('with the end of the page', async () => {
    const { keeper, current } = kept();
    const letters = keeper.letters(words(current()));
    keeper.dispose();
    await expect(letters).rejects.toThrow('Closed');
  });
});

test('a mark that is gone takes its solids along', () => {
  const { keeper, documents, current, builds, done, shown } = kept();
  keeper.update(current());
  done(builds()[0] as Asked, ['a'], ['a']);
  expect(shown.get('mark-1')).not.toBeNull();
  documents.edit((draft) => void draft.marks.shift());
  keeper.update(current());
  expect(shown.get('mark-1')).toBeNull();
});
