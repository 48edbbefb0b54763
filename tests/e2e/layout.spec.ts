import type { Page } from '@playwright/test';
import { addWords, goToRoom, makeProduction, pictureOf, saved, seekTo, sketch } from './support/rooms';
import { expect, test } from './support/server';

/** How the views are laid out, and a visit planned in them. */

const lens = (page: Page) => page.getByRole('application', { name: /^Lens view/ });
const sizeOf = async (page: Page) => {
  const box = await lens(page).boundingBox();
  return { width: Math.round(box?.width ?? 0), height: Math.round(box?.height ?? 0) };
};

test('bars between views move by mouse and keys, fold, and stand where they stood when the page comes back', async ({ page, ironsky }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await makeProduction(page, ironsky.url, 'Bars');
  await sketch(page);
  expect(await sizeOf(page)).toEqual({ width: 640, height: 360 });
  await goToRoom(page, 'Choreograph');
  expect(await sizeOf(page)).toEqual({ width: 640, height: 360 });

  const bar = page.getByRole('separator', { name: 'Between the views and the timeline' });
  const box = (await bar.boundingBox()) as { x: number; y: number; width: number };
  await page.mouse.move(box.x + box.width / 2, box.y);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 100, { steps: 5 });
  await page.mouse.up();
  const plan = page.getByRole('separator', { name: 'Between the lens view and the plan' });
  await plan.focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowRight');
  const wider = await sizeOf(page);
  expect(wider.width).toBeGreaterThan(680);

  const bench = page.getByRole('separator', { name: 'Between the views and the bench' });
  await bench.focus();
  await page.keyboard.press('End');
  await expect(page.getByRole('complementary', { name: 'Bench' })).toBeHidden();
  const folded = await sizeOf(page);
  await page.reload();
  await expect(page.getByRole('separator', { name: 'Between the views and the timeline' })).toBeVisible();
  await expect.poll(() => sizeOf(page)).toEqual(folded);
  // Each room has sizes of its own.
  await goToRoom(page, 'Light');
  expect(await sizeOf(page)).toEqual({ width: 640, height: 360 });
  await goToRoom(page, 'Shape');
  expect(await sizeOf(page)).toEqual({ width: 640, height: 360 });
});

test('the lens view fills the screen at a key, and Escape gives it back', async ({ page, ironsky }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await makeProduction(page, ironsky.url, 'Whole screen');
  await page.keyboard.press('Shift+Enter');
  await expect.poll(async () => (await sizeOf(page)).width).toBe(1280);
  await page.keyboard.press('Escape');
  await expect.poll(() => sizeOf(page)).toEqual({ width: 640, height: 360 });
});

test('three words are visited in the order in which they were selected, and the flight can be edited as any other', async ({
  page,
  ironsky,
}) => {
  test.slow();
  await makeProduction(page, ironsky.url, 'Visit', '04:00');
  await sketch(page);
  await addWords(page, 'far');
  await addWords(page, 'near');
  await addWords(page, 'here');
  await goToRoom(page, 'Choreograph');
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await page.getByRole('checkbox', { name: 'keep the camera here' }).click({ force: true });
  await sheet.getByRole('button', { name: 'here words' }).click();
  await sheet.getByRole('button', { name: 'far words' }).click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: /^Visit/ }).click();
  const stops = page.getByRole('list', { name: 'Stops of the visit' });
  await expect(stops.getByRole('listitem')).toHaveText([/here/, /far/]);
  await expect(page.getByRole('img', { name: 'A visit of 3 stops' })).toBeVisible();
  await page.getByRole('button', { name: /^Take the visit/ }).click();
  await expect(page.getByRole('img', { name: 'A visit of 3 stops' })).toBeHidden();
  await expect(sheet.getByRole('button', { name: 'Camera 1 3 carriers' })).toBeVisible();
  await saved(page);
  await pictureOf(page, 0);
  await expect(page.getByRole('button', { name: /^Visit, Camera 1: move from frame/ }).first()).toBeVisible();
  await seekTo(page, 99);
  await page.keyboard.press('Control+z');
  await expect(sheet.getByRole('button', { name: 'Camera 1 1 carrier' })).toBeVisible();
});
