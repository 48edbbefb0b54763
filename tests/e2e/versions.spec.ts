import { execFile } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { decode } from 'fast-png';
import type { Page } from '@playwright/test';
import type { RenderSummary } from '../../src/core/delivery/listing';
import { ROOT } from '../../scripts/lib.mjs';
import { addWords, goToRoom, makeProduction, saved, sketch, type } from './support/rooms';
import { expect, test } from './support/server';

/** One production in several versions and formats: made in Master, and from the terminal. */

/** Opens Master on words that are a field, with a row for each line that is pasted. */
async function withTable(page: Page, url: string, name: string, lines: string): Promise<void> {
  await makeProduction(page, url, name, '00:05');
  await addWords(page, 'DEEP');
  await goToRoom(page, 'Master');
  await page.getByRole('tab', { name: 'Versions' }).click();
  const find = page.getByRole('combobox', { name: 'Make a field of a value' });
  await find.fill('words');
  await page.getByRole('option', { name: 'DEEP Words' }).click();
  await find.fill('length');
  await page.getByRole('option', { name: 'the production Length' }).click();
  await page.getByRole('button', { name: 'Add a row' }).click();
  // As a spreadsheet copies cells.
  await page.getByRole('textbox', { name: 'DEEP, row 1' }).evaluate((cell, text) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    cell.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, lines);
}

const orderSmall = async (page: Page) => {
  await type(page, 'Scale, %', '10');
  await type(page, 'Sub-frames', '1');
};

/** The renders of a production, once as many as that are done. */
async function doneRenders(page: Page, count: number): Promise<RenderSummary[]> {
  const { origin, pathname } = new URL(page.url());
  const id = pathname.split('/')[2] ?? '';
  let renders: RenderSummary[] = [];
  const ask = async () => {
    const { renders: all } = (await (await page.request.get(`${origin}/api/productions/${id}/renders`)).json()) as {
      renders: RenderSummary[];
    };
    renders = all.filter(({ productionId, status }) => productionId === id && status === 'done');
    return renders.length;
  };
  await expect.poll(ask, { timeout: 240_000 }).toBe(count);
  return renders.sort((a, b) => a.settings.name.localeCompare(b.settings.name));
}

const pixelsOf = ({ folder }: RenderSummary, name: string) => decode(readFileSync(path.join(folder, name)));

test('rows that are pasted are stills, are checked, and each becomes files of its own name', async ({ page, ironsky }) => {
  test.slow();
  await withTable(page, ironsky.url, 'Rows', 'ICE\t2\nSILT\nKELP\tlong');
  await expect(page.getByRole('textbox', { name: 'DEEP, row 3' })).toHaveValue('KELP');
  await expect(page.getByText('“long” is no number of fr.')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Row 1' })).toBeVisible({ timeout: 120_000 });
  // One step back takes away all that was pasted, one forth brings it again.
  await page.getByRole('tab', { name: 'Versions' }).focus();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: 'DEEP, row 3' })).toHaveCount(0);
  await page.keyboard.press('Control+Shift+z');
  await page.getByRole('button', { name: 'Render all of them' }).click();
  await page.getByRole('textbox', { name: 'Names of files' }).fill('{deep} of {production}');
  await page.getByRole('textbox', { name: 'Names of files' }).press('Enter');
  await expect(page.getByText('As in “ICE of Rows”')).toBeVisible();
  await orderSmall(page);
  await saved(page);
  await page.getByRole('button', { name: 'Render 3 versions' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Left out: row 3' })).toBeVisible();
  const [ice, silt] = (await doneRenders(page, 2)) as [RenderSummary, RenderSummary];
  expect(readdirSync(ice.folder).sort()).toEqual(['ICE of Rows_00000.png', 'ICE of Rows_00001.png']);
  // The second row says no length: it is as long as the production.
  expect(readdirSync(silt.folder)).toHaveLength(5);
  const [a, b] = [pixelsOf(ice, 'ICE of Rows_00000.png').data, pixelsOf(silt, 'SILT of Rows_00000.png').data];
  expect(a.length).toBe(b.length);
  expect(a.some((value, i) => Math.abs(value - (b[i] as number)) > 40)).toBe(true);
});

test('a table from a file takes the place of the rows, and says which of its columns are no fields', async ({ page, ironsky }) => {
  await withTable(page, ironsky.url, 'From a file', 'ONE\nTWO');
  const file = { name: 'rows.csv', mimeType: 'text/csv', buffer: Buffer.from('Note,deep\r\nfirst,"THE, ICE"\r\nsecond,"TWO\nLINES"\r\n') };
  await page.getByLabel('A table of rows').setInputFiles(file);
  await expect(page.getByRole('textbox', { name: 'DEEP, row 1' })).toHaveValue('THE, ICE');
  await expect(page.getByRole('textbox', { name: 'DEEP, row 2' })).toHaveValue('TWO\nLINES');
  await expect(page.getByText('2 rows; left out: Note; not in it: Length')).toBeVisible();
  // A broken table is refused, and the rows stay.
  await page.getByLabel('A table of rows').setInputFiles({ ...file, buffer: Buffer.from('deep\n"NEVER CLOSED') });
  await expect(page.getByText('A quotation mark in line 2 is never closed')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'DEEP, row 1' })).toHaveValue('THE, ICE');
  // Rows that would have files of one name are told before anything is ordered.
  await page.getByRole('button', { name: 'Render all of them' }).click();
  await page.getByRole('textbox', { name: 'Names of files' }).fill('{production}');
  await page.getByRole('textbox', { name: 'Names of files' }).press('Enter');
  await expect(page.getByText('row 1: Its files would be called “From a file”, like those of row 2.')).toBeVisible();
});

test('a production leaves in two formats, with its words whole in both', async ({ page, ironsky }) => {
  test.slow();
  await makeProduction(page, ironsky.url, 'Two formats', '00:02');
  await sketch(page);
  // As composed they fill most of the width.
  await addWords(page, 'DEEP ICE');
  await goToRoom(page, 'Master');
  await page.getByRole('tab', { name: 'Formats' }).click();
  await page.getByRole('button', { name: 'Upright 9:16' }).click();
  const lens = page.getByTestId('lens');
  const shape = async () => {
    const box = await lens.locator('canvas').boundingBox();
    return box ? box.width / box.height : 0;
  };
  await expect.poll(shape).toBeCloseTo(9 / 16, 1);
  await page.getByRole('button', { name: 'Stack what is kept' }).click();
  await expect(page.getByRole('checkbox', { name: 'a word a line' })).toBeChecked();
  await page.getByRole('button', { name: 'As they were' }).click();
  await expect(page.getByRole('checkbox', { name: 'a word a line' })).not.toBeChecked();
  await orderSmall(page);
  await saved(page);
  await page.getByRole('button', { name: 'Render 2 versions' }).click();
  const [own, upright] = (await doneRenders(page, 2)) as [RenderSummary, RenderSummary];
  expect([own.settings.name, upright.settings.name]).toEqual(['Two formats', 'Two formats Upright 9-16']);
  // The last frame, in which the camera has settled on the words.
  const file = (render: RenderSummary) => readdirSync(render.folder).sort().at(-1) as string;
  const [wide, high] = [pixelsOf(own, file(own)), pixelsOf(upright, file(upright))];
  expect([wide.width, wide.height, high.width, high.height]).toEqual([192, 108, 108, 192]);
  // Nothing of the words touches the sides: there is only the ground, which changes slowly from row to row; letters have edges.
  const step = ({ data, width, height, channels }: typeof high, x: number) =>
    Math.max(
      ...Array.from({ length: height - 1 }, (_, y) =>
        Math.abs((data[((y + 1) * width + x) * channels] as number) - (data[(y * width + x) * channels] as number)),
      ),
    );
  const middle = Math.max(...Array.from({ length: 40 }, (_, i) => step(high, 34 + i)));
  expect(middle).toBeGreaterThan(60);
  expect(step(high, 0)).toBeLessThan(0.4 * middle);
  expect(step(high, high.width - 1)).toBeLessThan(0.4 * middle);
});

test.describe('from the terminal', () => {
  test.use({ demo: true });
  let out: string;
  test.beforeEach(() => {
    out = mkdtempSync(path.join(tmpdir(), 'ironsky-versions-'));
  });
  test.afterEach(() => rmSync(out, { recursive: true, force: true }));

  const run = (data: string, name: string, ...args: string[]) =>
    promisify(execFile)(
      process.execPath,
      [path.join(ROOT, 'scripts/render.mjs'), name, '--scale', '0.05', '--samples', '1', '--frames', '0', '--out', out, ...args],
      { env: { ...process.env, IRONSKY_DATA: data } },
    ).then(
      ({ stdout }) => ({ code: 0, stdout, stderr: '' }),
      (error: { code: number; stdout: string; stderr: string }) => error,
    );

  test('a table is rendered in all formats; what cannot be is said, and the rest is made', async ({ page, ironsky }) => {
    test.slow();
    await withTable(page, ironsky.url, 'At the terminal', 'ONE');
    await page.getByRole('tab', { name: 'Formats' }).click();
    await page.getByRole('button', { name: 'Square' }).click();
    await saved(page);
    const table = path.join(out, 'table.csv');
    writeFileSync(table, 'DEEP,Length,Note\nICE,,a\nSILT,soon,b\n');
    const { code, stdout, stderr } = await run(ironsky.folder, 'At the terminal', '--rows', table, '--formats', 'all');
    expect(stderr).toContain('row 2: “soon” is no number of fr.');
    expect(stderr).toContain('No field is called “Note”');
    expect(stdout).toContain('2 files in');
    expect(code).toBe(1);
    const names = readdirSync(out).filter((name) => name.endsWith('.png'));
    expect(names.sort()).toEqual(['At the terminal 1 Square_00000.png', 'At the terminal 1_00000.png']);
    // Another production's files are not put over these.
    const other = await run(ironsky.folder, 'At the terminal', '--rows', '1');
    expect(other.code).not.toBe(0);
    expect(other.stderr).toContain('has files of something else');
    const nobody = await run(ironsky.folder, 'At the terminal', '--rows', '9');
    expect(nobody.stderr).toContain('The table has rows 1 to 1, not 9.');
  });
});
