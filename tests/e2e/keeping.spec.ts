import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { PGlite } from '@electric-sql/pglite';
import { unzipSync } from 'fflate';
import { seededRandom } from '@/core/motion/random';
import { freePort, ROOT, startServer } from '../../scripts/lib.mjs';
import { addWords, makeProduction, saved, sketch } from './support/rooms';
import { expect, test } from './support/server';

/** Twenty thousand lines that cross one another everywhere, drawn with a round pen. */
const scribble = () => {
  const random = seededRandom(7);
  const points = Array.from({ length: 20_000 }, () => `${(random() * 1000).toFixed(1)} ${(random() * 1000).toFixed(1)}`);
  return `<svg xmlns="http://www.w3.org/2000/svg"><path fill="none" stroke="red" stroke-linejoin="round" d="M${points.join('L')}"/></svg>`;
};

test('a drawing that would take for ever is refused; the page is free all along, and the reading can be stopped', async ({
  page,
  ironsky,
}, info) => {
  await makeProduction(page, ironsky.url, 'Scribble');
  await sketch(page);
  const file = info.outputPath('scribble.svg');
  writeFileSync(file, scribble());
  const choose = async () => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Outline from a file' }).click();
    await (await chooser).setFiles(file);
  };
  await choose();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('progressbar', { name: 'Reading the drawing' })).toHaveCount(0);
  await choose();
  await expect(page.getByRole('progressbar', { name: 'Reading the drawing' })).toBeVisible();
  // While it is read, the page does what it is asked.
  await addWords(page, 'FREE');
  await expect(page.getByRole('alert').filter({ hasText: 'takes more than 5 seconds' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^Hide / })).toHaveCount(1);
  await saved(page);
});

test('a version is kept by name, and restored as an edit that can be undone', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Versions');
  await sketch(page);
  await addWords(page, 'FIRST');
  await saved(page);
  await page.getByRole('button', { name: 'Versions' }).click();
  const sheet = page.getByRole('dialog', { name: 'Versions' });
  await sheet.getByLabel('Name of a version to keep').fill('With one word');
  await sheet.getByRole('button', { name: 'Keep it as it is now' }).click();
  await expect(sheet.getByText('With one word')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(sheet).toHaveCount(0);
  await addWords(page, 'SECOND');
  const marks = page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^Hide / });
  await expect(marks).toHaveCount(2);
  await page.getByRole('button', { name: 'Versions' }).click();
  await sheet.getByText('With one word').locator('xpath=../..').getByRole('button', { name: 'Restore' }).click();
  await expect(marks).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(marks).toHaveCount(2);
  await saved(page);
});

test('two windows: one that saves over a deleted production is offered to keep its own', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Doomed');
  await sketch(page);
  await addWords(page, 'MINE');
  await saved(page);
  const id = new URL(page.url()).pathname.split('/')[2] as string;
  const deleted = await page.request.delete(`${ironsky.url}/api/productions/${id}`);
  expect(deleted.ok()).toBe(true);
  await addWords(page, 'STILL MINE');
  const notice = page.getByRole('alert').filter({ hasText: 'deleted' });
  await expect(notice).toBeVisible();
  await notice.getByRole('button').first().click();
  await expect(page).not.toHaveURL(new RegExp(id));
  await expect(page.getByRole('button', { name: 'STILL MINE words' })).toBeVisible();
  await saved(page);
});

test('what is not there is said in our words, and About names the licences of what ships', async ({ page, ironsky }) => {
  await page.goto(`${ironsky.url}/production/00000000-0000-4000-8000-000000000000/shape`);
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await page.getByRole('link', { name: 'Go to the desk' }).click();
  await page.getByRole('link', { name: 'About' }).click();
  for (const [name, licence] of [
    ['@fontsource/anton', 'OFL-1.1'],
    ['three', 'MIT'],
    ['@electric-sql/pglite', 'Apache-2.0'],
  ] as const)
    await expect(page.locator('summary').filter({ hasText: new RegExp(`^${name}\\d`) })).toContainText(licence);
});

test('nothing that is sent makes the server stumble: every answer to bad input is below 500', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Fuzz');
  await sketch(page);
  const id = new URL(page.url()).pathname.split('/')[2] as string;
  const parts = ['%00', '%ED%A0%80', '%', '%zz', '%C0%AF', '..%2f..%2fetc', 'a'.repeat(3000), '-1', '2147483648', '1e99', id];
  const places = [
    'productions/X',
    'productions/X/shown/still',
    'productions/X/renders',
    'productions/X/versions/X',
    'productions/X/file',
  ].concat(['renders/X', `renders/${id}/frames/X`, 'renders/X/video', 'fonts/X', 'sounds/X', 'kits/X', 'bin/X']);
  const bodies = [undefined, '{', '[]', 'null', '{"revision":1e300,"document":{}}', '{"name":"\\ud83d"}', '{"name":"\\u0000"}', '"x"'];
  const bad: string[] = [];
  for (const place of places) {
    for (const part of parts) {
      const url = `${ironsky.url}/api/${place.replaceAll('X', part)}`;
      for (const method of ['GET', 'PUT', 'POST', 'PATCH']) {
        const body = method === 'GET' ? undefined : bodies[(bad.length + part.length + place.length) % bodies.length];
        const status = await fetch(url, { method, ...(body === undefined ? {} : { body }) }).then((r) => r.status);
        if (status >= 500) bad.push(`${method} ${place} with ${part.slice(0, 20)}: ${status}`);
      }
    }
  }
  for (const body of bodies)
    for (const method of ['PUT', 'PATCH', 'DELETE']) {
      const status = await fetch(`${ironsky.url}/api/productions/${id}`, { method, ...(body ? { body } : {}) }).then((r) => r.status);
      if (status >= 500) bad.push(`${method} the production with ${body}: ${status}`);
    }
  expect(bad).toEqual([]);
});

test('pages run no script that the server did not write, and reach no other machine', async ({ page, ironsky }) => {
  const answer = await page.goto(ironsky.url);
  const policy = answer?.headers()['content-security-policy'] ?? '';
  expect(policy).toMatch(/script-src [^;]*'nonce-/);
  expect(policy).not.toMatch(/script-src [^;]*'unsafe-inline'/);
  const ran = await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'window.strange = true';
    document.head.append(script);
    const image = document.createElement('div');
    image.innerHTML = '<img src="data:x" onerror="window.strange = true">';
    document.body.append(image);
    return new Promise((resolve) => setTimeout(() => resolve('strange' in window), 300));
  });
  expect(ran).toBe(false);
});

test.describe('on a server of its own', () => {
  test.use({ own: true });

  test('a production goes out as one file and comes in again; deleted, it lies in the bin until it is removed for good', async ({
    page,
    ironsky,
  }, info) => {
    await makeProduction(page, ironsky.url, 'Carried');
    await sketch(page);
    await addWords(page, 'CARGO');
    await saved(page);
    await page.goto(ironsky.url);
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: /^Save Carried as a file|^Save as a file/ }).click();
    const file = info.outputPath('Carried.ironsky');
    await (await download).saveAs(file);
    expect(Object.keys(unzipSync(readFileSync(file)))).toEqual(['production.json']);

    // From the terminal as well, where the server that runs takes it in.
    const terminal = (given: string) =>
      promisify(execFile)(process.execPath, [path.join(ROOT, 'scripts/open.mjs'), given], {
        env: { ...process.env, IRONSKY_DATA: ironsky.folder },
      });
    expect((await terminal(file)).stdout).toContain('Opened “Carried”');
    await expect(terminal(`${file}.txt`)).rejects.toThrow('it is not there');
    await page.reload();
    await expect(page.getByRole('link', { name: /^Open Carried/ })).toHaveCount(2);
    await page
      .getByRole('button', { name: /^Delete/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Close' }).click();

    await page.getByRole('button', { name: /^Delete/ }).click();
    await expect(page.getByText('“Carried” is in the bin.')).toBeVisible();
    await page.getByRole('button', { name: 'Bin' }).click();
    const bin = page.getByRole('dialog', { name: 'Bin' });
    await expect(bin.getByText('30 days left')).toHaveCount(2);
    for (let left = 1; left >= 0; left--) {
      await bin.getByRole('button', { name: 'Remove for good' }).first().click();
      await bin.getByRole('button', { name: 'Yes, it cannot be undone' }).click();
      await expect(bin.getByText('30 days left')).toHaveCount(left);
    }
    await expect(bin.getByText('The bin is empty.')).toBeVisible();
    await page.keyboard.press('Escape');

    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open a file' }).click();
    await (await chooser).setFiles(file);
    // Or dropped on the desk.
    const transfer = await page.evaluateHandle(
      (bytes) => {
        const dropped = new DataTransfer();
        dropped.items.add(new File([Uint8Array.from(bytes)], 'Carried.ironsky'));
        return dropped;
      },
      [...readFileSync(file)],
    );
    await page.getByRole('main').dispatchEvent('drop', { dataTransfer: transfer });
    await expect(page.getByRole('link', { name: /^Open Carried/ })).toHaveCount(2);
    await page
      .getByRole('link', { name: /^Open Carried/ })
      .first()
      .click();
    await expect(page.getByRole('button', { name: 'CARGO words' })).toBeVisible();
  });

  test('a document that cannot be read stands on the desk with the reason and goes out as a file; the rest of the desk works', async ({
    page,
    ironsky,
  }) => {
    await makeProduction(page, ironsky.url, 'From tomorrow');
    await sketch(page);
    await saved(page);
    await ironsky.kill();
    // As a later Ironsky on the same folder would leave it.
    const database = await PGlite.create(path.join(ironsky.folder, 'database'));
    await database.query(`UPDATE productions SET document = jsonb_set(document, '{version}', '99')`);
    await database.close();
    await ironsky.restart();
    await page.goto(ironsky.url);
    const card = page.getByRole('note', { name: 'From tomorrow cannot be opened' });
    await expect(card).toContainText('made with a newer Ironsky');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save From tomorrow as a file' }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe('From tomorrow.json');
    expect(JSON.parse(readFileSync(await file.path(), 'utf8'))).toMatchObject({ version: 99, name: 'From tomorrow' });
    await makeProduction(page, ironsky.url, 'Today');
    await saved(page);
    await page.goto(ironsky.url);
    await expect(page.getByRole('link', { name: 'Open Today' })).toBeVisible();
    await expect(card).toBeVisible();
  });

  test('a connection that asks for nothing is closed', async ({ ironsky }) => {
    const { hostname, port } = new URL(ironsky.url);
    const socket = connect(Number(port), hostname);
    socket.write('GET / HTTP/1.1\r\nHost: ');
    const closed = new Promise<boolean>((resolve) => socket.once('close', () => resolve(true)));
    socket.on('error', () => undefined);
    socket.resume();
    expect(await closed).toBe(true);
  });

  test('a server whose data folder cannot be used ends with a code of its own, and writes nothing', async ({ ironsky }) => {
    const start = async (folder: string) => {
      const { failed, child } = await startServer({
        port: await freePort(),
        quiet: true,
        env: { IRONSKY_DATA: folder, IRONSKY_DEMO: '0' },
      });
      if (failed === null) child.kill();
      return failed;
    };
    const place = mkdtempSync(path.join(tmpdir(), 'ironsky-place-'));
    const file = path.join(place, 'file');
    writeFileSync(file, 'mine');
    expect(await start(file)).toBe(5);
    expect(await start(path.join(file, 'inside'))).toBe(5);
    expect(readFileSync(file, 'utf8')).toBe('mine');
    expect(await start(ironsky.folder)).toBe(3);
    rmSync(place, { recursive: true });
  });
});
