import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { addWords, goToRoom, makeProduction, pictureOf, saved, sketch, type } from './support/rooms';
import { expect, test } from './support/server';

/** What happens when things go wrong: a clear word, and nothing lost. */

test('fonts: not a font, a broken one, one that is too large', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Fonts');
  await sketch(page);
  await addWords(page, 'KEEP');
  const file = (name: string, bytes: Uint8Array) => {
    const at = path.join(ironsky.folder, name);
    writeFileSync(at, bytes);
    return at;
  };
  const choose = async (at: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Font from a file' }).click();
    await (await chooser).setFiles(at);
  };
  const alert = page.getByRole('complementary', { name: /Words and place/ }).getByRole('alert');

  await choose(file('notes.ttf', new TextEncoder().encode('Dear aunt, this is not a font.')));
  await expect(alert).toHaveText('“notes.ttf” is not a font file. Choose a TTF, OTF, WOFF or WOFF2 file.');
  await choose(file('cut.otf', Uint8Array.from([79, 84, 84, 79, ...new Array(500).fill(1)])));
  await expect(alert).toContainText('“cut.otf” cannot be used.');
  await choose(file('huge.ttf', new Uint8Array(20_000_001)));
  await expect(alert).toContainText('at most 20 MB');
  await expect(page.getByRole('textbox', { name: 'Words' })).toHaveValue('KEEP');
  await saved(page);
});

test('a font of one’s own, uploaded and used', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Own font');
  await addWords(page, 'OWN');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Font from a file' }).click();
  await (await chooser).setFiles(path.resolve('node_modules/@fontsource/cinzel/files/cinzel-latin-700-normal.woff2'));
  await expect(page.getByRole('button', { name: /cinzel-latin-700-normal/ })).toBeVisible();
  await pictureOf(page, 0, 4);
  await expect(page.getByRole('main').getByRole('alert')).toHaveCount(0);
});

test('an emptied text, and characters the font lacks', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Words');
  await sketch(page);
  await addWords(page, 'GONE');
  await page.getByRole('textbox', { name: 'Words' }).fill('');
  await expect(page.getByText('There is nothing to see while this mark has no words.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Words' }).fill('A漢');
  await expect(page.getByText('This font has no 漢.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('textbox', { name: 'Words' })).not.toHaveValue('A漢');
});

test('a raster too large, a length of nothing, a name of nothing', async ({ page, ironsky }) => {
  await page.goto(ironsky.url);
  await page.getByRole('button', { name: 'New production' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: /Raster/ }).click();
  await page.getByRole('option', { name: 'Own…' }).click();
  await dialog.getByLabel('Width in pixels').fill('9000');
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('The width can be at most 8192 pixels.');
  await dialog.getByLabel('Width in pixels').fill('1920');
  await dialog.getByLabel('Length as timecode or frames').fill('0');
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('A production is at least one frame long.');
  await dialog.getByLabel('Length as timecode or frames').fill('2:00');
  await dialog.getByLabel('Name').fill(' ');
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('A production needs a name.');
  const response = await page.request.post(`${ironsky.url}/api/productions`, {
    data: { name: 'A', format: { width: 1920, height: 1080, rate: 0, length: 10 } },
  });
  expect(response.status()).toBe(400);
  expect((await response.json()).error).not.toBe('');
});

test('one production in two windows: the later one is told, and both versions are kept', async ({ page, ironsky, context }) => {
  await makeProduction(page, ironsky.url, 'Two windows');
  await sketch(page);
  await addWords(page, 'FIRST');
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByRole('button', { name: 'FIRST words' }).click();
  await other.getByRole('textbox', { name: 'Words' }).fill('OTHER');
  await saved(other);
  await page.getByRole('textbox', { name: 'Words' }).fill('MINE');
  await expect(page.getByText('This production was changed in another window')).toBeVisible();
  const address = page.url();
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await page.waitForURL((url) => url.href !== address);
  await expect(page.getByRole('button', { name: 'MINE words' })).toBeVisible();
  await expect(other.getByRole('textbox', { name: 'Words' })).toHaveValue('OTHER');
  await page.goto(ironsky.url);
  await expect(page.getByText('Two windows (from another window)')).toBeVisible();
  await expect(page.getByText('Two windows', { exact: true })).toBeVisible();
});

test('the disk is full while rendering: the reason is said, and the render goes on from there later', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Full disk');
  await sketch(page);
  await addWords(page, 'A');
  await saved(page);
  await goToRoom(page, 'Master');
  await type(page, 'Last frame, fr', '2');
  await type(page, 'Scale, %', '5');
  await type(page, 'Sub-frames', '2');
  // What the server answers when the system says that there is no room (its own handling of that is tested with the server).
  let full = true;
  await page.route('**/frames/1?*', (route) =>
    full && route.request().method() === 'PUT'
      ? route.fulfill({ status: 507, json: { error: 'The disk is full. Nothing that was saved is lost: make room, then continue.' } })
      : route.continue(),
  );
  await page.getByRole('button', { name: 'Render 3 frames' }).click();
  await expect(page.getByRole('list', { name: 'Renders' }).getByRole('alert')).toContainText('The disk is full.', { timeout: 120_000 });
  await expect(page.getByText('stopped · 1 of 3 frames are on disk')).toBeVisible();
  full = false;
  // Of another production something may be held back in the queue.
  await page.getByRole('list', { name: 'Renders' }).getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByText('done · 3 frames')).toBeVisible({ timeout: 120_000 });
});
