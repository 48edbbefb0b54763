import { produce } from 'immer';
import { plunge } from '@/demo/plunge';
import { deliveryFormatSchema, versionFieldSchema, versionRowSchema } from '@/core/production/versions';
import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { renderOrderSchema } from '@/core/delivery/render-settings';
import { versionsOrderSchema, type VersionsOrder } from '@/core/versions/order';
import { UserError } from '@/server/errors';
import { orderVersions } from '@/server/order-versions';
import { createProduction, loadProduction, saveProduction } from '@/server/productions';
import { takeNext } from '@/server/queue/queue';
import { openRender, queuedRenders, removeRender } from '@/server/renders';
import { useDataFolder } from '../support/data-folder';

useDataFolder();

const word = plunge().marks.find(({ body }) => body.kind === 'words')?.id as string;

/** A production with a field of words and one of its length, and a row for each title. */
async function withRows(titles: readonly string[], length: string[] = []): Promise<string> {
  const document = produce(plunge(), (draft) => {
    draft.versions.fields = [
      versionFieldSchema.parse({ id: 'title', name: 'Title', target: { of: 'words', markId: word }, needed: true }),
      versionFieldSchema.parse({ id: 'length', name: 'Length', target: { of: 'length' } }),
    ];
    draft.versions.rows = titles.map((title, i) =>
      versionRowSchema.parse({ id: `row-${i + 1}`, cells: { title, ...(length[i] ? { length: length[i] } : {}) } }),
    );
    draft.versions.formats = [deliveryFormatSchema.parse({ id: 'square', name: '1x1', width: 1080, height: 1080 })];
    draft.versions.names = '{title} {format}';
  });
  const { id } = await createProduction('Rows', document.format);
  const { revision } = await loadProduction(id);
  await saveProduction(id, { based: revision, document });
  return id;
}

const order = (change: Partial<VersionsOrder>) =>
  versionsOrderSchema.parse({ settings: renderOrderSchema.parse({ samples: 2 }), rows: [null], formats: [null], ...change });
const clear = async () => {
  for (const { id } of await queuedRenders()) await removeRender(id);
};
beforeEach(clear);

test('each row in each format is a render with its own words, raster, length and name of files', async () => {
  const id = await withRows(['ABYSS', 'TRENCH'], ['', '30']);
  const { renders, refused } = await orderVersions(id, order({ rows: ['row-1', 'row-2'], formats: [null, 'square'] }));
  expect(refused).toEqual([]);
  expect(renders.map(({ name }) => name)).toEqual(['ABYSS', 'ABYSS 1x1', 'TRENCH', 'TRENCH 1x1']);
  const opened = await Promise.all(renders.map(({ id: render }) => openRender(render)));
  expect(opened.map(({ document }) => document.marks.find(({ id: mark }) => mark === word)?.body)).toMatchObject([
    { text: 'ABYSS' },
    { text: 'ABYSS' },
    { text: 'TRENCH' },
    { text: 'TRENCH' },
  ]);
  expect(opened.map(({ document: { format } }) => `${format.width} × ${format.height}`)[3]).toBe('1080 × 1080');
  // Up to the last frame that each of them has.
  expect(opened[2]?.missing).toHaveLength(30);
  expect(opened[0]?.missing).toHaveLength(plunge().format.length);
});

test('rows that cannot be read are told, and the others are queued all the same', async () => {
  const id = await withRows(['ABYSS', '', 'TRENCH'], ['', '', 'long']);
  const { renders, refused } = await orderVersions(id, order({ rows: ['row-1', 'row-2', 'row-3'] }));
  expect(renders).toHaveLength(1);
  expect(refused).toEqual([expect.stringMatching(/^row 2: .*Title/), expect.stringMatching(/^row 3: .*long/)]);
});

test('files of one name are told before anything is drawn', async () => {
  const id = await withRows(['ABYSS', 'abyss', 'TRENCH']);
  const { renders, refused } = await orderVersions(id, order({ rows: ['row-1', 'row-2', 'row-3'] }));
  expect(renders).toHaveLength(1);
  expect(refused[0]).toMatch(/row 1: .*like those of row 2/);
  expect(refused[1]).toMatch(/row 2: .*like those of row 1/);
});

test('a table takes the place of the rows; ordered again it goes on with the same renders', async () => {
  const id = await withRows(['ABYSS']);
  const csv = 'Title,Note\nICE,x\nSILT,y';
  const first = await orderVersions(id, order({ csv }));
  expect(first.left).toEqual(['Note']);
  expect(first.renders.map(({ name }) => name)).toEqual(['ICE', 'SILT']);
  const again = await orderVersions(id, order({ csv }));
  expect(again.renders.map(({ id: render }) => render)).toEqual(first.renders.map(({ id: render }) => render));
  expect((await loadProduction(id)).document.versions.rows).toHaveLength(1);
});

test('what cannot be had is refused in words: a row that is gone, a broken table, a range beyond the end of a row', async () => {
  const id = await withRows(['ABYSS'], ['30']);
  const words = (change: Partial<VersionsOrder>) =>
    orderVersions(id, order(change)).then(
      () => 'taken',
      (error) => (error instanceof UserError ? error.message : Promise.reject(error)),
    );
  expect(await words({ rows: ['row-9'] })).toMatch(/no longer in the table/);
  expect(await words({ csv: 'Name\nICE' })).toMatch(/None of its columns/);
  expect(await words({ rows: ['row-1'], settings: renderOrderSchema.parse({ last: 60 }) })).toMatch(/ends at frame 29/);
});

test('200 rows are queued, and taken up in their order', async () => {
  const titles = Array.from({ length: 200 }, (_, i) => `EPISODE ${i + 1}`);
  const id = await withRows(titles);
  const { renders, refused } = await orderVersions(
    id,
    order({
      rows: titles.map((_, i) => `row-${i + 1}`),
      settings: renderOrderSchema.parse({ first: 50, last: 51, outputs: [outputOfKind('jpeg')] }),
    }),
  );
  expect(refused).toEqual([]);
  expect(renders).toHaveLength(200);
  const job = await takeNext('page');
  expect(job?.renderId).toBe(renders[0]?.id);
});
