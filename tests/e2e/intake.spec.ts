import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { RenderSummary } from '../../src/core/delivery/listing';
import { addWords, goToRoom, makeProduction, saved, sketch, type } from './support/rooms';
import { expect, test } from './support/server';

test('a video is delivered to a station, which reads it back and says what is wrong with it', async ({ page, ironsky }) => {
  test.slow();
  await makeProduction(page, ironsky.url, 'Delivered', '01:00');
  await sketch(page);
  await addWords(page, 'ICE');
  await saved(page);
  await goToRoom(page, 'Master');
  await type(page, 'Scale, %', '10');
  await type(page, 'Sub-frames', '1');
  await page.locator('label', { hasText: /^PNG/ }).click();
  await page.locator('label', { hasText: /^ProRes 422 HQ$/ }).click();
  await page.getByRole('button', { name: 'Render 25 frames' }).click();
  const renders = page.getByRole('list', { name: 'Renders' });
  await expect(renders.getByText('done · 25 frames')).toBeVisible({ timeout: 240_000 });
  await renders.getByRole('button', { name: 'Deliver to a station' }).click();
  await page.getByRole('menuitem', { name: /^Merrow Nine, playout/ }).click();
  const said = renders.getByRole('button', { name: 'Merrow Nine, playout: refused' });
  await expect(said).toBeVisible({ timeout: 120_000 });
  await said.click();
  const report = page.getByRole('dialog');
  const row = (point: string) => report.getByRole('row', { name: new RegExp(`^${point} `) });
  // A tenth of the raster is too small for it, and nothing is heard; frames, rate, bits and colours are as they should be.
  await expect(row('Raster')).toContainText('refused');
  await expect(row('Raster')).toContainText('192 × 108');
  await expect(row('Sound')).toContainText('there is none');
  for (const point of ['Name', 'Kind of file', 'Frames a second', 'Length', 'Bits', 'Colour tags', 'Transparency', 'Edit list'])
    await expect(row(point)).toContainText('accepted');
  await page.keyboard.press('Escape');
  await expect(report).toHaveCount(0);
  // It is kept with the render, and there when the page comes again.
  await page.reload();
  await expect(renders.getByRole('button', { name: 'Merrow Nine, playout: refused' })).toBeVisible();
  const { pathname, origin } = new URL(page.url());
  const listed = await page.request.get(`${origin}/api/productions/${pathname.split('/')[2] ?? ''}/renders`);
  const [render] = ((await listed.json()) as { renders: RenderSummary[] }).renders;
  const kept = JSON.parse(readFileSync(path.join(render?.folder ?? '', 'reports/merrow-nine.json'), 'utf8')) as { verdict: string };
  expect(kept.verdict).toBe('refused');

  // The report sheet has it too, with pictures of the render and what the checks say.
  const download = page.waitForEvent('download');
  await renders.getByRole('button', { name: 'Report sheet' }).click();
  const sheet = await download;
  expect(sheet.suggestedFilename()).toBe('Delivered report sheet.html');
  // It needs nothing beside itself: it is read on an empty page.
  const reader = await page.context().newPage();
  await reader.setContent(readFileSync(await sheet.path(), 'utf8'));
  const pictures = reader.getByRole('img');
  await expect(pictures).toHaveCount(12);
  const widths = await pictures.evaluateAll((found) => (found as HTMLImageElement[]).map((each) => each.naturalWidth));
  expect(new Set(widths)).toEqual(new Set([320]));
  for (const words of ['Merrow Nine, playout', 'ProRes 422 HQ', 'Archivo', 'Read: ICE', 'Flashes'])
    await expect(reader.getByText(words).first()).toBeVisible();
  await reader.close();
});
