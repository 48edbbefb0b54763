import type { Page } from '@playwright/test';
import { encode } from 'fast-png';
import { readFileSync } from 'node:fs';
import { addWords, goToRoom, makeProduction, pictureOf, saved } from './support/rooms';
import { expect, test } from './support/server';

/** The desk, and what comes in from files. */

/** Lets files fall on the page, as a person does from a folder. */
async function dropped(page: Page, files: readonly { name: string; type: string; bytes: Buffer }[]): Promise<void> {
  const transfer = await page.evaluateHandle(
    (given) => {
      const data = new DataTransfer();
      for (const { name, type, bytes } of given)
        data.items.add(new File([Uint8Array.from(atob(bytes), (letter) => letter.charCodeAt(0))], name, { type }));
      return data;
    },
    files.map(({ bytes, ...file }) => ({ ...file, bytes: bytes.toString('base64') })),
  );
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: transfer });
}

const logo = (width: number, height: number): Buffer => {
  const data = new Uint8Array(4 * width * height);
  for (let i = 0; i < width * height; i++) data.set([220, 60, 40, i % width < width / 2 ? 255 : 0], 4 * i);
  return Buffer.from(encode({ width, height, data, channels: 4, depth: 8 }));
};
const SVG = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0h10v10z"/></svg>');

test.describe('on a desk of its own', () => {
  test.use({ own: true });

  test('from the empty desk to a first rendered title', async ({ page, ironsky }) => {
    test.slow();
    await page.goto(ironsky.url);
    // Counted: 1 type, 2 press, 3 go to Master, 4 render.
    await page.getByRole('textbox', { name: 'Type a line of words' }).fill('MERROW NINE');
    await page.keyboard.press('Enter');
    await pictureOf(page, 0);
    await saved(page);
    await goToRoom(page, 'Master');
    await page.getByRole('textbox', { name: 'Scale, %' }).fill('10');
    await page.getByRole('textbox', { name: 'Sub-frames' }).fill('1');
    await page.getByRole('textbox', { name: 'Sub-frames' }).press('Enter');
    await page.getByRole('button', { name: 'Render 100 frames' }).click();
    await expect(page.getByText(/^[1-9]\d* of 100 frames/).first()).toBeVisible({ timeout: 180_000 });
    await page.getByRole('button', { name: 'Cancel' }).click();
  });

  test('files that fall on the desk become productions; these are searched, put into folders and in order', async ({ page, ironsky }) => {
    await page.goto(ironsky.url);
    await dropped(page, [
      { name: 'lantern.svg', type: 'image/svg+xml', bytes: SVG },
      { name: 'logo.png', type: 'image/png', bytes: logo(64, 32) },
      { name: 'count.mp4', type: 'video/mp4', bytes: readFileSync('tests/fixtures/count.mp4') },
    ]);
    const wall = page.getByRole('list', { name: 'Productions' });
    await expect(wall.getByRole('listitem')).toHaveCount(3, { timeout: 60_000 });
    await expect(page.getByText('“count” is a production with the film as its plate.')).toBeVisible();
    await expect(wall.getByText(/^1\.2 s · 64×36 · 25 fr\/s/)).toBeVisible();
    await page.getByRole('radio', { name: 'name' }).click();
    await expect(wall.getByRole('link')).toHaveCount(3);
    expect(await wall.getByRole('link').evaluateAll((links) => links.map((link) => link.getAttribute('aria-label')))).toEqual([
      'Open count',
      'Open lantern',
      'Open logo',
    ]);
    await page.getByRole('button', { name: 'Put logo into a folder' }).click();
    await page.getByRole('combobox', { name: 'Folder' }).fill('Idents');
    await page.getByRole('button', { name: 'Put there' }).click();
    await page.getByRole('radio', { name: 'Idents' }).click();
    await expect(wall.getByRole('listitem')).toHaveCount(1);
    await page.getByRole('radio', { name: 'all' }).click();
    await page.getByRole('searchbox', { name: 'Search productions' }).fill('coun');
    await expect(wall.getByRole('listitem')).toHaveCount(1);
    await dropped(page, [{ name: 'notes.docx', type: 'text/plain', bytes: Buffer.from('x') }]);
    await expect(page.getByText('“notes.docx” is of no kind that can be used here')).toBeVisible();
  });
});

test('a picture as a panel, a model as a mark, and a backing that is carried', async ({ page, ironsky }) => {
  test.slow();
  await makeProduction(page, ironsky.url, 'From files', '02:00');
  await addWords(page, 'DEEP');
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await page.getByRole('button', { name: 'Backing' }).click();
  await expect(sheet.getByRole('button', { name: 'DEEP backing words' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Carried by/ })).toContainText('DEEP');
  await expect(page.getByRole('textbox', { name: 'Gap behind, mm' })).toHaveValue('20');

  const choose = async (button: string, file: { name: string; mimeType: string; buffer: Buffer }) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: button }).click()]);
    await chooser.setFiles(file);
  };
  await choose('Picture or video', { name: 'logo.png', mimeType: 'image/png', buffer: logo(64, 32) });
  await expect(page.getByText('logo.png: 64 × 32, still')).toBeVisible();
  await expect(page.getByRole('radio', { name: 'cut out' })).toBeChecked();
  await choose('Model from a file', { name: 'buoy.glb', mimeType: 'model/gltf-binary', buffer: Buffer.from('glTF and nothing more') });
  const trouble = page.getByText('This model cannot be read');
  await expect(trouble).toBeVisible();
  await pictureOf(page, 0, 8);
  await saved(page);
  // Old troubles go when the next act succeeds.
  await page.getByRole('textbox', { name: 'Corners, %' }).fill('20');
  await page.getByRole('textbox', { name: 'Corners, %' }).press('Enter');
  await expect(trouble).toBeHidden();
});
