import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDataFolder } from '@/server/data-folder';
import { FolderInUseError, lockFolder } from '@/server/folder-lock';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'ironsky-folder-'));
});
afterEach(() => {
  delete process.env.IRONSKY_DATA;
  rmSync(folder, { recursive: true, force: true });
});

const PROGRAM = path.resolve('tests/unit/support/hold-folder.ts');
const hold = (before: string[] = []): ChildProcess => {
  const [command, ...rest] = [...before, process.execPath, '--import', 'tsx', '--conditions', 'react-server', PROGRAM, folder];
  return spawn(command as string, rest, { stdio: ['pipe', 'pipe', 'inherit'] });
};
/** The first line that a process says. */
const said = (child: ChildProcess) => new Promise<string>((resolve) => child.stdout?.once('data', (data) => resolve(String(data).trim())));
const gone = (child: ChildProcess) => new Promise<void>((resolve) => child.once('exit', () => resolve()));
/** Whether this account may make namespaces, as it may in most containers. */
const canUnshare = spawnSync('unshare', ['-n', 'true']).status === 0;

describe('one owner of a data folder', () => {
  test('another process has it: who, and since when', async () => {
    const child = hold();
    expect(await said(child)).toBe('held');
    let error: unknown = null;
    await lockFolder(folder, () => undefined).catch((reason: unknown) => (error = reason));
    expect(error).toBeInstanceOf(FolderInUseError);
    expect((error as Error).message).toMatch(new RegExp(`process ${child.pid} on .+ since \\d{4}-\\d\\d-\\d\\dT`));
    child.kill('SIGKILL');
    await gone(child);
  });

  (canUnshare ? test : test.skip)('a process in a network namespace of its own, as in another container, is refused too', async () => {
    const lock = await lockFolder(folder, () => undefined);
    const child = hold(['unshare', '-n']);
    expect(await said(child)).toMatch(/^refused: Another Ironsky is already running/);
    await gone(child);
    await lock.release();
  });

  test('an owner that was killed is found out by itself within seconds', async () => {
    const child = hold();
    expect(await said(child)).toBe('held');
    child.kill('SIGKILL');
    await gone(child);
    const lock = await lockFolder(folder, () => undefined);
    expect(JSON.parse(readFileSync(path.join(folder, 'owner.json'), 'utf8'))).toMatchObject({ process: process.pid });
    await lock.release();
  });

  test('let go, it is free at once', async () => {
    await (await lockFolder(folder, () => undefined)).release();
    await (await lockFolder(folder, () => undefined)).release();
  });
});

describe('a data folder that cannot be used is told in one sentence that says what to do', () => {
  test('a file in its place, or on the way to it', () => {
    const file = path.join(folder, 'file');
    writeFileSync(file, '');
    for (const place of [file, path.join(file, 'deeper')]) {
      process.env.IRONSKY_DATA = place;
      expect(() => ensureDataFolder()).toThrow(/(file in the place|is not a folder).*Set IRONSKY_DATA/);
    }
  });

  test('one that does not exist is made', () => {
    process.env.IRONSKY_DATA = path.join(folder, 'a', 'b');
    expect(ensureDataFolder()).toBe(path.join(folder, 'a', 'b'));
  });

  // The superuser may write anywhere, whatever the folder says.
  (process.getuid?.() === 0 ? test.skip : test)('one that may only be read', () => {
    chmodSync(folder, 0o500);
    process.env.IRONSKY_DATA = folder;
    expect(() => ensureDataFolder()).toThrow(/may not write/);
  });
});
