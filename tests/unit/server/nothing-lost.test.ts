import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { encode } from 'fast-png';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type FrameFormat, type Production } from '@/core/production/production';
import { database } from '@/server/database';
import { UserError } from '@/server/errors';
import { addFont } from '@/server/fonts';
import { keepHouse } from '@/server/housekeeping';
import { BIN_DAYS, DAY_MS, KEPT_VERSIONS } from '@/server/keeping';
import { fileOfProduction, openProductionFile } from '@/server/production-files';
import {
  createProduction,
  deleteProduction,
  importProduction,
  listBin,
  listProductions,
  loadProduction,
  removeForGood,
  restoreProduction,
  saveProduction,
  writeShown,
} from '@/server/productions';
import { productions } from '@/server/schema';
import { addMedia, mediaBytes } from '@/server/media';
import { listUnused, removeUnused } from '@/server/unused';
import { vacuum } from '@/server/vacuum';
import { keepVersion, listVersions, loadVersion, versionStill } from '@/server/versions';
import { stingSound } from '@/demo/productions';
import { stingWav } from '@/demo/sting';
import { packagedFont } from '../support/fonts';
import { useDataFolder } from '../support/data-folder';

const format: FrameFormat = { width: 320, height: 180, rate: '25', length: 10 };
const folder = useDataFolder();
let made: ReturnType<typeof stingWav> | undefined;
const sting = () => (made ??= stingWav());
const refusal = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof UserError ? { status: error.status, words: error.message } : Promise.reject(error)),
  );
const put = async (id: string, values: Record<string, unknown>) =>
  (await database()).update(productions).set(values).where(eq(productions.id, id));

describe('a document that cannot be read', () => {
  test.each([
    ['from a newer version', { version: 99, name: 'Tomorrow' }, /newer/],
    ['that is damaged', { version: 5, name: 'Torn', marks: 'none' }, /./],
    ['that is no document at all', [1, 2], /./],
  ])('%s stands on the desk with the reason; all else works; it goes out as it is', async (_name, document, reason) => {
    const good = await createProduction('Good', format);
    const bad = await createProduction('Bad', format);
    await put(bad.id, { document, revision: 2 });
    const listed = await listProductions();
    expect(listed.find(({ id }) => id === bad.id)).toMatchObject({ name: 'Bad', format: null, trouble: expect.stringMatching(reason) });
    expect(listed.find(({ id }) => id === good.id)).toMatchObject({ trouble: null, format });
    const file = await fileOfProduction(bad.id);
    expect(file.name).toBe('Bad.json');
    expect(JSON.parse(new TextDecoder().decode(file.bytes))).toEqual(document);
    await keepHouse();
    await deleteProduction(bad.id);
    expect((await listBin()).map(({ id }) => id)).toContain(bad.id);
  });
});

describe('a save', () => {
  test('whose answer was lost is known again when it comes twice, and is kept once', async () => {
    const { id } = await createProduction('Lost answer', format);
    const { document, revision } = await loadProduction(id);
    const save = { based: revision, document: { ...document, name: 'Kept' }, save: randomUUID() };
    expect(await saveProduction(id, save)).toBe(revision + 1);
    expect(await saveProduction(id, save)).toBe(revision + 1);
    expect((await loadProduction(id)).revision).toBe(revision + 1);
    // The same words under another name are someone else's.
    expect(await refusal(saveProduction(id, { ...save, save: randomUUID() }))).toMatchObject({ status: 409 });
  });

  test('of a production that was deleted meanwhile is told so', async () => {
    const { id } = await createProduction('Deleted elsewhere', format);
    const { document, revision } = await loadProduction(id);
    await deleteProduction(id);
    expect(await refusal(saveProduction(id, { based: revision, document, save: randomUUID() }))).toMatchObject({ status: 410 });
  });
});

describe('the bin', () => {
  test('keeps what is deleted for 30 days and says how many are left; then it goes with its files', async () => {
    const { id } = await createProduction('Old', format);
    await keepVersion(id, 'once');
    const still = encode({ width: 2, height: 2, data: new Uint8Array(12), channels: 3, depth: 8 });
    await writeShown('still', id, 1, new Request('http://ironsky.test/', { method: 'PUT', body: new Uint8Array(still) }));
    await deleteProduction(id);
    expect((await listBin()).find((each) => each.id === id)?.daysLeft).toBe(BIN_DAYS);
    await put(id, { deletedAt: new Date(Date.now() - (BIN_DAYS - 1) * DAY_MS) });
    await keepHouse();
    expect((await listBin()).find((each) => each.id === id)?.daysLeft).toBe(1);
    await put(id, { deletedAt: new Date(Date.now() - (BIN_DAYS + 1) * DAY_MS) });
    await keepHouse();
    expect((await listBin()).some((each) => each.id === id)).toBe(false);
    expect(existsSync(path.join(folder(), 'stills', `${id}.png`))).toBe(false);
    expect(await listVersions(id)).toEqual([]);
    expect(await refusal(restoreProduction(id))).toMatchObject({ status: 404, words: expect.stringContaining('removed for good') });
  });

  test('nothing on the desk can be removed for good', async () => {
    const { id } = await createProduction('In use', format);
    expect(await refusal(removeForGood(id))).toMatchObject({ status: 404 });
    expect((await loadProduction(id)).document.name).toBe('In use');
  });
});

describe('versions', () => {
  const saved = async (id: string, name: string) => {
    const { document, revision } = await loadProduction(id);
    await saveProduction(id, { based: revision, document: { ...document, name } });
  };

  test('are kept at each opening when something changed, and by name on demand; each is what the production was', async () => {
    const { id } = await createProduction('One', format);
    await keepVersion(id);
    await keepVersion(id);
    await saved(id, 'Two');
    await keepVersion(id);
    await keepVersion(id, 'for the client');
    await saved(id, 'Three');
    const kept = await listVersions(id);
    expect(kept.map(({ name, revision }) => [name, revision])).toEqual([
      ['for the client', 2],
      ['', 2],
      ['', 1],
    ]);
    expect((await loadVersion(id, kept[2]?.id ?? '')).name).toBe('One');
    expect((await loadVersion(id, kept[0]?.id ?? '')).name).toBe('Two');
    expect(await refusal(versionStill(id, kept[0]?.id ?? ''))).toMatchObject({ status: 404 });
    const other = await createProduction('Other', format);
    expect(await refusal(loadVersion(other.id, kept[0]?.id ?? ''))).toMatchObject({ status: 404 });
  });

  test('without a name are bounded; those with one stay', async () => {
    const { id } = await createProduction('Often opened', format);
    await keepVersion(id, 'first of all');
    for (let i = 0; i < KEPT_VERSIONS + 5; i++) {
      await saved(id, `Opening ${i}`);
      await keepVersion(id);
    }
    const kept = await listVersions(id);
    expect(kept.filter(({ name }) => name === '')).toHaveLength(KEPT_VERSIONS);
    expect(kept.at(-1)?.name).toBe('first of all');
  });
});

describe('a production as one file', () => {
  const wholly = async (): Promise<{ id: string; document: Production; font: string; sound: string }> => {
    const font = await addFont('Own.woff2', await packagedFont('anton'));
    const sound = await addMedia('sound', 'sting.wav', await sting());
    const document = emptyProduction('Carried: over/there', format);
    addWordmark(document, 'DEEP');
    const body = document.marks[0]?.body;
    if (body?.kind === 'words') body.font = { source: 'uploaded', id: font.id };
    document.sound = stingSound(sound.hash);
    const { id } = await importProduction(document);
    return { id, document: (await loadProduction(id)).document, font: font.id, sound: sound.hash };
  };

  test('holds all it uses, and opened where nothing of it is it is the same again', async () => {
    const made = await wholly();
    const { name, bytes } = await fileOfProduction(made.id);
    expect(name).toBe('Carried over there.ironsky');
    expect(Object.keys(unzipSync(bytes)).sort()).toEqual([`fonts/${made.font}.font`, 'production.json', `sounds/${made.sound}.sound`]);
    await deleteProduction(made.id);
    await removeForGood(made.id);
    await removeUnused();
    expect(await mediaBytes('sound', made.sound)).toBeNull();
    const opened = await openProductionFile(bytes);
    expect((await loadProduction(opened.id)).document).toEqual(made.document);
    expect(Buffer.from((await mediaBytes('sound', made.sound)) ?? [])).toEqual(Buffer.from(await sting()));
    // The same production is the same file.
    expect(Buffer.from((await fileOfProduction(opened.id)).bytes)).toEqual(Buffer.from(bytes));
  });

  const packed = (manifest: unknown, more: Record<string, Uint8Array> = {}) =>
    zipSync({ 'production.json': strToU8(typeof manifest === 'string' ? manifest : JSON.stringify(manifest)), ...more });
  const manifest = (values: object) => ({ format: 'ironsky-production', version: 1, document: {}, fonts: [], sounds: [], ...values });

  test.each([
    ['no archive', strToU8('hello'), 'not a production file'],
    ['an archive of something else', zipSync({ 'a.txt': strToU8('x') }), 'no production in it'],
    ['one whose text is torn', packed('{"format":'), 'damaged'],
    ['one of a later kind', packed(manifest({ version: 2 })), 'newer Ironsky'],
    ['one with a font missing', packed(manifest({ fonts: [{ id: 'a'.repeat(64), name: 'x' }] })), 'missing'],
    ['one whose font is a path', packed(manifest({ fonts: [{ id: '../../../etc/passwd', name: 'x' }] })), ''],
    [
      'one whose sound is not what it says',
      packed(manifest({ document: emptyProduction('x', format), sounds: [{ hash: 'b'.repeat(64), name: 's.wav' }] }), {
        [`sounds/${'b'.repeat(64)}.sound`]: strToU8('no sound'),
      }),
      '',
    ],
    ['one whose document is none', packed(manifest({ document: { version: 5, marks: 3 } })), ''],
  ])('%s is refused in words and brings nothing in', async (_name, bytes, words) => {
    const before = (await listProductions()).length;
    let said: unknown = null;
    await openProductionFile(bytes).catch((error: unknown) => (said = error));
    expect(said).toBeInstanceOf(Error);
    expect((said as Error).message).toContain(words);
    expect((said as Error).message).not.toMatch(/expected|invalid input|undefined|zod/i);
    expect((await listProductions()).length).toBe(before);
  });
});

test('fonts and sounds that nothing uses are listed and removed; what a version or the bin still names is not', async () => {
  await removeUnused();
  const font = await addFont('Alone.woff2', await packagedFont('pacifico'));
  const used = await addFont('Used.woff2', await packagedFont('cinzel'));
  const document = emptyProduction('Uses it', format);
  addWordmark(document, 'A');
  const body = document.marks[0]?.body;
  if (body?.kind === 'words') body.font = { source: 'uploaded', id: used.id };
  const { id } = await importProduction(document);
  await deleteProduction(id);
  expect((await listUnused()).map((each) => [each.kind, each.id])).toEqual([['font', font.id]]);
  expect(await removeUnused()).toBe(1);
  expect(await listUnused()).toEqual([]);
  await removeForGood(id);
  expect((await listUnused()).map((each) => each.id)).toEqual([used.id]);
});

test('half-written files of a killed process are swept at start; nothing else is', async () => {
  const render = path.join(folder(), 'renders', 'x');
  mkdirSync(render, { recursive: true });
  for (const name of ['.a.part', '000001.png', 'part', 'b.part']) writeFileSync(path.join(render, name), 'x');
  await keepHouse();
  expect(readdirSync(render).sort()).toEqual(['000001.png', 'b.part', 'part']);
});

test('a hundred saves of a large document leave the database about as large as it was', async () => {
  const db = await database();
  const size = async () => {
    const { rows } = await db.execute<{ size: string }>(sql`SELECT pg_total_relation_size('productions') AS size`);
    return Number(rows[0]?.size);
  };
  const { id } = await createProduction('Large', format);
  const { document, revision } = await loadProduction(id);
  for (let i = 0; i < 40; i++) addWordmark(document, `${i} ${randomUUID()} ${randomUUID()}`);
  let based = await saveProduction(id, { based: revision, document });
  await vacuum(true);
  const before = await size();
  for (let i = 0; i < 100; i++) {
    based = await saveProduction(id, { based, document: { ...document, name: `Save ${i}` } });
    if (i % 20 === 19) await vacuum(false);
  }
  const held = JSON.stringify(document).length;
  // Without housekeeping each save leaves its own copy behind: a hundred of them.
  expect((await size()) - before).toBeLessThan(40 * held);
  await vacuum(true);
  expect((await size()) - before).toBeLessThan(2 * held);
});
