import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { encode } from 'fast-png';
import type { FrameFormat } from '@/core/production/production';
import { FolderInUseError, lockFolder } from '@/server/folder-lock';
import { UserError } from '@/server/errors';
import { writeBytes } from '@/server/files';
import { MAX_FONT_BYTES } from '@/core/outline/shipped-fonts';
import { addFont, listUploadedFonts, uploadedFont } from '@/server/fonts';
import {
  createProduction,
  deleteProduction,
  duplicateProduction,
  listProductions,
  loadProduction,
  renameProduction,
  restoreProduction,
  saveProduction,
  writeShown,
} from '@/server/productions';
import type { Kit } from '@/core/production/kits';
import { Typeface } from '@/core/outline/typeface';
import { demoKits } from '@/demo/kits';
import { addKit, listKits, removeKit } from '@/server/kits';
import { addMedia, mediaBytes, mediaStream } from '@/server/media';
import { packagedFont } from '../support/fonts';
import { useDataFolder } from '../support/data-folder';

/** Bytes as a page sends them. */
const sent = (bytes: Uint8Array) => new Request('http://ironsky.test/', { method: 'PUT', body: new Uint8Array(bytes) });

const format: FrameFormat = { width: 320, height: 180, rate: '25', length: 10 };
const png = encode({ width: 2, height: 2, data: new Uint8Array(12), channels: 3, depth: 8 });
const status = (work: Promise<unknown>) =>
  work.then(
    () => 0,
    (error) => (error instanceof UserError ? error.status : Promise.reject(error)),
  );
const folder = useDataFolder();

describe('productions', () => {
  test('are made, listed, renamed, copied', async () => {
    const { id } = await createProduction('First', format);
    await renameProduction(id, 'Renamed');
    const copy = await duplicateProduction(id);
    expect((await listProductions()).map((p) => p.name).sort()).toEqual(['Renamed', 'Renamed copy']);
    expect((await loadProduction(copy.id)).document.format).toEqual(format);
  });

  test('a deleted one leaves the desk and comes back as it was', async () => {
    const { id } = await createProduction('Gone', format);
    await deleteProduction(id);
    expect((await listProductions()).some((p) => p.id === id)).toBe(false);
    expect(await status(loadProduction(id))).toBe(404);
    await restoreProduction(id);
    expect((await loadProduction(id)).document.name).toBe('Gone');
  });

  test('a save names the revision it is based on; an outdated one is refused and changes nothing', async () => {
    const { id } = await createProduction('Two windows', format);
    const { document, revision } = await loadProduction(id);
    expect(await saveProduction(id, { based: revision, document: { ...document, name: 'From the first' } })).toBe(revision + 1);
    expect(await status(saveProduction(id, { based: revision, document: { ...document, name: 'From the second' } }))).toBe(409);
    expect((await loadProduction(id)).document.name).toBe('From the first');
  });

  test('what is not there is said so, whatever the id looks like', async () => {
    for (const id of ['nothing', '../../etc/passwd', "' or 1=1 --"]) expect(await status(loadProduction(id))).toBe(404);
    expect(await status(writeShown('still', '../../evil', 1, sent(png)))).toBe(404);
  });
});

describe('sounds and other files', () => {
  test('are kept under their hash and read back; what is none is refused in words, and so is a name that is a path', async () => {
    const wav = Buffer.concat([Buffer.from('RIFF\x24\0\0\0WAVEfmt ', 'latin1'), Buffer.alloc(60, 7)]);
    const { hash } = await addMedia('sound', 'bell.wav', wav);
    expect((await addMedia('sound', 'again.wav', wav)).hash).toBe(hash);
    expect(await mediaBytes('sound', hash)).toEqual(wav);
    expect((await mediaStream('sound', hash))?.type).toBe('audio/wav');
    for (const [kind, head, type] of [
      ['sound', 'OggS', 'audio/ogg'],
      ['sound', 'fLaC', 'audio/flac'],
      ['sound', 'ID3\x04', 'audio/mpeg'],
      ['sound', '\xff\xfb\x90', 'audio/mpeg'],
      ['picture', '\x89PNG\r\n\x1a\n', 'image/png'],
      ['picture', '\xff\xd8\xff\xe0', 'image/jpeg'],
      ['picture', 'RIFFxxxxWEBP', 'image/webp'],
      ['picture', 'xxxxftypisom', 'video/mp4'],
      ['picture', '\x1a\x45\xdf\xa3', 'video/webm'],
      ['picture', 'PK\x03\x04', 'application/zip'],
      ['model', 'glTF', 'model/gltf-binary'],
    ] as const) {
      const taken = await addMedia(kind, 'x', Buffer.from(`${head}xxxxxxxxxxxx`, 'latin1'));
      expect((await mediaStream(kind, taken.hash))?.type).toBe(type);
    }
    expect(await status(addMedia('sound', 'notes.txt', Buffer.from('hello there, no sound')))).toBe(415);
    expect(await status(addMedia('model', 'bell.wav', wav))).toBe(415);
    expect(await mediaBytes('sound', '../../etc/passwd')).toBeNull();
    expect(await mediaStream('sound', '0'.repeat(64))).toBeNull();
  });
});

describe('fonts', () => {
  test('an uploaded font is kept once, by its contents', async () => {
    const bytes = await packagedFont('anton');
    const one = await addFont('Own Face.ttf', bytes);
    const two = await addFont('Another name.ttf', bytes);
    expect(two.id).toBe(one.id);
    expect(await listUploadedFonts()).toEqual([{ id: one.id, name: 'Own Face' }]);
    expect((await uploadedFont(one.id))?.length).toBe(bytes.length);
  });

  test('what is no font, or a broken one, is refused with its name', async () => {
    const whole = await packagedFont('anton');
    const cases: [string, Uint8Array][] = [
      ['notes.ttf', new TextEncoder().encode('This is a letter to my aunt.')],
      ['cut.ttf', whole.slice(0, 900)],
      ['zeros.otf', Uint8Array.from([79, 84, 84, 79, ...new Array(2000).fill(0)])],
      ['cut.woff2', Uint8Array.from([119, 79, 70, 50, ...new Array(60).fill(7)])],
    ];
    for (const [name, bytes] of cases) {
      await expect(addFont(name, bytes)).rejects.toThrow(`“${name}”`);
    }
    expect(MAX_FONT_BYTES).toBe(20_000_000);
  });

  test('a WOFF file of version 1 holds the same font as its WOFF2 (W3C WOFF 1.0)', async () => {
    const require = createRequire(import.meta.url);
    const packed = readFileSync(require.resolve('@fontsource/anton/files/anton-latin-400-normal.woff'));
    const { id } = await addFont('anton.woff', packed);
    const [one, two] = [new Typeface((await uploadedFont(id)) as Uint8Array), new Typeface(await packagedFont('anton'))];
    expect(one.shape('AVATAR office').map(({ advance }) => advance)).toEqual(two.shape('AVATAR office').map(({ advance }) => advance));
    expect(one.outline(one.shape('g')[0]?.glyph ?? 0)).toEqual(two.outline(two.shape('g')[0]?.glyph ?? 0));
  });

  test('WOFF files that are cut, lie about their tables or would fill the memory are refused', async () => {
    const require = createRequire(import.meta.url);
    const packed = Uint8Array.from(readFileSync(require.resolve('@fontsource/anton/files/anton-latin-400-normal.woff')));
    const lying = packed.slice();
    new DataView(lying.buffer).setUint32(44 + 12, 0x7fffffff);
    const shorter = packed.slice();
    new DataView(shorter.buffer).setUint32(44 + 8, 3);
    for (const [name, bytes] of [
      ['half.woff', packed.slice(0, 4000)],
      ['bomb.woff', lying],
      ['short.woff', shorter],
    ] as const)
      await expect(addFont(name, bytes)).rejects.toThrow(`“${name}” cannot be used.`);
  });

  test('an id is a hash and never a path', async () => {
    expect(await uploadedFont('../database/PG_VERSION')).toBeNull();
  });
});

test('a file that cannot be written whole leaves nothing behind, neither half of it nor its old self changed', async () => {
  const file = path.join(folder(), 'whole.bin');
  await writeBytes(file, new Uint8Array([1, 2, 3]));
  const failing = {
    get length() {
      throw Object.assign(new Error('no room'), { code: 'ENOSPC' });
    },
  } as unknown as Uint8Array;
  await expect(writeBytes(file, failing)).rejects.toThrow();
  expect([...readFileSync(file)]).toEqual([1, 2, 3]);
  expect(readdirSync(folder()).filter((name) => name.includes('.part'))).toEqual([]);
});

test('a second owner of the data folder is refused in words that say what to do', async () => {
  await expect(lockFolder(folder(), () => undefined)).rejects.toThrow(FolderInUseError);
  await expect(lockFolder(folder(), () => undefined)).rejects.toThrow(/already running.*IRONSKY_DATA/);
});

describe('the shelf of kits', () => {
  test('takes kits, gives them back in order with ids of their own, and lets them go', async () => {
    const kit = demoKits()[0] as Kit;
    const [one, two] = [await addKit(kit), await addKit({ ...kit, name: 'Another' })];
    expect(one.id).not.toBe(two.id);
    expect(await listKits()).toEqual([
      { ...kit, id: one.id },
      { ...kit, id: two.id, name: 'Another' },
    ]);
    await removeKit(one.id);
    expect((await listKits()).map(({ name }) => name)).toEqual(['Another']);
    await removeKit(two.id);
  });

  test('five looks come with the demo, none like another', () => {
    const kits = demoKits();
    expect(kits).toHaveLength(5);
    expect(
      new Set(
        kits.map(({ shells, skin }) =>
          JSON.stringify([shells.map(({ surfaces, front }) => [surfaces.face.settings.material, front.profile]), skin.on]),
        ),
      ).size,
    ).toBe(5);
    expect(new Set(kits.map(({ layout }) => layout?.font.id)).size).toBe(5);
  });
});
