import { readFileSync } from 'node:fs';
import path from 'node:path';
import { validateBytes } from 'gltf-validator';
import type { Page } from '@playwright/test';
import { addWords, field, goToRoom, makeProduction, pictureOf, saved, sketch, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

/** What a person does to a mark before it moves: letters, settings, looks, copies. */

const words = (page: Page) => page.getByRole('textbox', { name: 'Words' });
const open = (page: Page, fold: string) => page.getByRole('button', { name: new RegExp(`^${fold}`) }).click();
const sheet = (page: Page) => page.getByRole('navigation', { name: 'Call sheet' });
/** Marks of the call sheet: each can be hidden. */
const marksOf = (page: Page) => sheet(page).getByRole('button', { name: /^Hide / });
async function pick(page: Page, label: string, option: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`${label}$`) }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}
/** Selects letters as a person does with the keyboard. */
async function selectLetters(page: Page, from: number, count: number): Promise<void> {
  await words(page).focus();
  await page.keyboard.press('Control+Home');
  for (let i = 0; i < from; i++) await page.keyboard.press('ArrowRight');
  for (let i = 0; i < count; i++) await page.keyboard.press('Shift+ArrowRight');
}

test('letters of their own: selected in the words, shown in the lens view, kept while the words are typed', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Letters');
  await sketch(page);
  await addWords(page, 'LOW TIDE');
  await pictureOf(page, 0);
  await selectLetters(page, 4, 4);
  await expect(page.getByLabel('Letters 5 to 8 selected')).toBeVisible();
  await pick(page, 'Their font', 'Pacifico');
  await type(page, 'Baseline shift, %', '20');
  await pick(page, 'as the shell Material', 'Brass');
  await words(page).focus();
  await page.keyboard.press('Control+Home');
  await page.keyboard.type('THE ');
  await selectLetters(page, 8, 4);
  expect(await valueOf(page, 'Baseline shift, %')).toBe('20');
  await expect(page.getByRole('button', { name: /Pacifico Their font/ })).toBeVisible();
  await page.getByRole('button', { name: 'As the rest of the words' }).click();
  expect(await valueOf(page, 'Baseline shift, %')).toBe('0');
  await saved(page);
});

test('a double press on a letter in the lens view puts the caret there, and typing goes on from it', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Caret');
  await sketch(page);
  await addWords(page, 'XOXOXOX');
  await expect(page.getByTestId('letter-marks')).toHaveAttribute('data-letters', '7');
  const lens = (await page.getByTestId('lens').boundingBox()) as { x: number; y: number; width: number; height: number };
  // The middle letter stands in the middle of the frame; nearer to its right side than to its left, the caret goes behind it.
  await page.mouse.dblclick(lens.x + lens.width / 2 + 14, lens.y + lens.height / 2 + 16);
  await expect(words(page)).toBeFocused();
  await expect(page.getByTestId('letter-marks')).toHaveAttribute('data-caret', '4');
  await page.keyboard.type('-');
  await expect(words(page)).toHaveValue('XOXO-XOX');
  // A press beside the letters takes the mark out of hand.
  await page.mouse.click(lens.x + 12, lens.y + 12);
  await expect(words(page)).toHaveCount(0);
});

test('words round a ring travel by a channel; split into letters and gathered they are one line again', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Ring');
  await addWords(page, 'DEEP SEA');
  await open(page, 'Set along');
  await page.getByRole('radiogroup', { name: 'Set along' }).getByRole('radio', { name: 'ring' }).click();
  await type(page, 'Radius, m', '1.5');
  await type(page, 'Travel, °', '40');
  await page.getByRole('button', { name: 'Set a key of Travel here' }).click();
  await expect(page.getByRole('button', { name: 'Remove the key of Travel here' })).toBeVisible();
  await pictureOf(page, 0, 4);
  await open(page, 'Split and gather');
  await page.getByRole('button', { name: 'Into letters' }).click();
  await expect(marksOf(page)).toHaveCount(7);
  await pictureOf(page, 0, 4);
  // What was split is selected whole, so that it can be gathered at once.
  await page.getByRole('button', { name: 'Gather 7 marks' }).click();
  await expect(marksOf(page)).toHaveCount(1);
  await expect(words(page)).toHaveValue('DEEP SEA');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(marksOf(page)).toHaveCount(7);
  await saved(page);
});

test('a kit from the shelf: followed, overridden, followed again; saved and put on the shelf for another production', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Kits');
  await sketch(page);
  await addWords(page, 'HARBOUR');
  await type(page, 'Front width, mm', '31');
  await open(page, 'Kit');
  await page.getByLabel('Name of a new kit').fill('Harbour wall');
  await page.getByRole('button', { name: 'Save as kit' }).click();
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(page.getByRole('button', { name: /^Kit/ })).toContainText('Harbour wall');
  await addWords(page, 'MOLE');
  await open(page, 'Kit');
  await pick(page, 'no kit Follows', 'Harbour wall');
  expect(await valueOf(page, 'Front width, mm')).toBe('31.0');
  await type(page, 'Front width, mm', '12');
  const own = page.getByRole('list', { name: 'Values of its own' });
  await expect(own.getByRole('listitem')).toHaveText(['Face: front width']);
  await page.getByRole('button', { name: 'Follow again: Face: front width' }).click();
  expect(await valueOf(page, 'Front width, mm')).toBe('31.0');
  await saved(page);

  await makeProduction(page, ironsky.url, 'Elsewhere');
  await addWords(page, 'PIER');
  await open(page, 'Kit');
  await pick(page, 'no kit Follows', 'Harbour wall');
  expect(await valueOf(page, 'Front width, mm')).toBe('31.0');
});

test('a look is copied, copies stand in a row and one is released, the mark is mirrored', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Copies');
  await page.getByRole('button', { name: 'Plain form' }).click();
  await page.getByRole('menuitem', { name: 'Arrow' }).click();
  await type(page, 'Front width, mm', '44');
  await open(page, 'Kit');
  await page.getByRole('button', { name: 'Copy the look' }).click();
  await pictureOf(page, 0);
  await open(page, 'Mirror and pattern');
  await page.getByRole('radiogroup', { name: 'Mirrored' }).getByRole('radio', { name: 'across' }).click();
  await page.getByRole('radiogroup', { name: 'Copies' }).getByRole('radio', { name: 'row' }).click();
  await type(page, 'Count', '4');
  await page.getByRole('button', { name: 'Release the last' }).click();
  await expect(marksOf(page)).toHaveCount(2);
  await expect(page.getByRole('radiogroup', { name: 'Copies' })).toBeHidden();
  await page.getByRole('button', { name: 'Plain form' }).click();
  await page.getByRole('menuitem', { name: 'Torus' }).click();
  await expect(field(page, 'Tube, m')).toBeVisible();
  await open(page, 'Kit');
  await page.getByRole('button', { name: 'Paste the look' }).click();
  await pictureOf(page, 0, 4);
  await saved(page);
});

test('an inflated mark, with its pressure keyed, goes out as GLB that the Khronos validator takes', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Balloon');
  await addWords(page, 'BUOY');
  await open(page, 'Inflate');
  await page.getByText('a skin under pressure').click();
  await type(page, 'Bulge, mm', '20');
  await page.getByRole('button', { name: 'Set a key of Inflate here' }).click();
  await pictureOf(page, 0, 4);
  const arrives = page.waitForEvent('download');
  await page.getByRole('button', { name: 'GLB' }).click();
  const file = await arrives;
  expect(file.suggestedFilename()).toBe('BUOY.glb');
  const report = await validateBytes(new Uint8Array(readFileSync(await file.path())), { ignoredIssues: ['UNUSED_OBJECT'] });
  expect(report.issues.messages).toEqual([]);
  expect(report.info.totalTriangleCount).toBeGreaterThan(1000);
});

test('the cut is placed and turned in the lens view, and the section follows', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Cut');
  await addWords(page, 'I');
  await pictureOf(page, 0, 4);
  const grip = page.getByRole('slider', { name: 'Place of the cut' });
  const from = (await grip.boundingBox()) as { x: number; y: number };
  await page.mouse.move(from.x + 5, from.y + 5);
  await page.mouse.down();
  await page.mouse.move(from.x + 5, from.y - 25, { steps: 5 });
  await page.mouse.up();
  expect(Number(await page.getByLabel('Cut up, m').inputValue())).toBeGreaterThan(0.1);
  await page.getByRole('slider', { name: 'Turn of the cut' }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  expect(await page.getByLabel('turned, °').inputValue()).toBe('10');
  await page.getByRole('button', { name: /Unit of dimensions/ }).click();
  await page.getByRole('option', { name: 'in', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Dimension: depth, in' })).toHaveValue('11.024 in');
  await goToRoom(page, 'Choreograph');
  await expect(page.getByRole('slider', { name: 'Place of the cut' })).toHaveCount(0);
});

test('a long text is built with its progress in sight, and building it can be stopped', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Long');
  await addWords(page, 'A');
  await open(page, 'Inflate');
  await page.getByText('a skin under pressure').click();
  await pictureOf(page, 0);
  // Every letter of it is another solve.
  await words(page).fill('ABCDEFGHIJKLMNOPQRSTUVWXYZ abcdefghijklmnopqrstuvwxyz 0123456789 '.repeat(8).slice(0, 500));
  await expect(page.getByText(/Building .*, \d+ of \d+/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText('Building was stopped. It is built again when the mark is changed.')).toBeVisible();
  // Nothing is lost, and the next change is built.
  expect((await words(page).inputValue()).length).toBe(500);
  await words(page).fill('SHORT');
  await expect(page.getByText('Building was stopped.')).toHaveCount(0);
  await pictureOf(page, 0, 4);
});

test('fonts: a variable one has its axes, a WOFF file of version 1 is taken, a missing glyph is named', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Fonts');
  await addWords(page, 'WIDE 漢');
  await expect(page.getByText('This font has no 漢. An empty box stands for each.')).toBeVisible();
  await pick(page, 'Archivo Black Font', 'Archivo (variable)');
  await type(page, 'Weight', '900');
  await type(page, 'Width', '125');
  await pictureOf(page, 0, 4);
  expect(await valueOf(page, 'Width')).toBe('125');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Font from a file' }).click();
  await (await chooser).setFiles(path.resolve('node_modules/@fontsource/cinzel/files/cinzel-latin-700-normal.woff'));
  await expect(page.getByRole('button', { name: /cinzel-latin-700-normal Font/ })).toBeVisible();
  await pictureOf(page, 0, 4);
  await expect(page.getByRole('main').getByRole('alert')).toHaveCount(0);
});
