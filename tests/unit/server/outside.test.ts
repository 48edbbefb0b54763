import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { MezzanineOrder } from '@/core/delivery/mezzanine';
import { encodeOutside, findFfmpeg } from '@/server/outside/ffmpeg';

/** An outside program that is not there, dies, hangs or lies: said in words, and never a half file under a final name. */

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'ironsky-outside-'));
});
afterEach(() => {
  delete process.env.IRONSKY_FFMPEG;
  rmSync(folder, { recursive: true, force: true });
});

/** Lets a script of the shell stand in for ffmpeg. */
function standIn(script: string): void {
  const file = path.join(folder, 'stand-in');
  writeFileSync(file, `#!/bin/sh\nfor last; do true; done\n${script}\n`);
  chmodSync(file, 0o755);
  process.env.IRONSKY_FFMPEG = file;
}

const order = (): MezzanineOrder => ({
  kind: 'prores-422-hq',
  frames: path.join(folder, 'frame_%05d.png'),
  first: 0,
  count: 4,
  rate: { num: 25, den: 1 },
  alpha: false,
  sound: null,
  timecode: '00:00:00:00',
  to: path.join(folder, 'video.mov'),
});
const left = () => readdirSync(folder).filter((name) => name !== 'stand-in');

test('none on the machine', async () => {
  process.env.IRONSKY_FFMPEG = path.join(folder, 'nowhere');
  expect(await findFfmpeg()).toBeNull();
  await expect(encodeOutside(order(), () => undefined)).rejects.toThrow(
    'No ffmpeg was found on this machine, which ProRes 422 HQ is written by.',
  );
});

test('one that dies in the middle leaves nothing under the final name, and its last word is told', async () => {
  standIn('echo half > "$last"; echo "frame=2"; echo "no room for more." >&2; exit 1');
  await expect(encodeOutside(order(), () => undefined)).rejects.toThrow('ffmpeg could not write ProRes 422 HQ: no room for more.');
  expect(left()).toEqual([]);
});

test('one that hangs is stopped', async () => {
  standIn('echo half > "$last"; exec sleep 30');
  await expect(encodeOutside(order(), () => undefined, 300)).rejects.toThrow('did nothing for 0 seconds and was stopped');
  expect(left()).toEqual([]);
});

test('one that writes nothing and says that all is well is not believed', async () => {
  standIn(': > "$last"');
  await expect(encodeOutside(order(), () => undefined)).rejects.toThrow('ffmpeg wrote nothing.');
  expect(left()).toEqual([]);
});

test('progress is told, and the file is there at the end', async () => {
  standIn('echo whole > "$last"; echo "frame=1"; echo "frame=4"');
  const told: number[] = [];
  await encodeOutside(order(), (frames) => told.push(frames));
  expect(told.at(-1)).toBe(4);
  expect(existsSync(order().to)).toBe(true);
  expect(left()).toEqual(['video.mov']);
});

test('one without an encoder does not offer it', async () => {
  standIn('echo " V....D prores_ks  something"; echo " V..... ffv1   something"');
  expect((await findFfmpeg())?.kinds.sort()).toEqual(['ffv1', 'prores-422-hq', 'prores-4444']);
});
