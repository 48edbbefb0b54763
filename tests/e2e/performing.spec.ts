import { expect, test } from './support/server';
import { addWords, field, goToRoom, makeProduction, pictureOf, saved, seekTo, sketch, type, valueOf } from './support/rooms';

/** Letters that take their turn, as a person makes them do so. */

test('a word gets an arrival in two presses, is shown how it would be first, goes back at the end, and keeps to a new length', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Performing', '04:00');
  await sketch(page);
  await addWords(page, 'SEA');
  await goToRoom(page, 'Choreograph');
  await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^SEA/ }).click();
  await pictureOf(page, 0, 1);
  await page.getByRole('button', { name: 'Arrival' }).click();
  // Pointed at, it plays in the lens view; the playhead stays.
  const lens = page.getByTestId('lens');
  await page.getByRole('menuitem', { name: /^Unfold/ }).hover();
  await expect.poll(async () => Number(await lens.getAttribute('data-frame'))).toBeGreaterThan(2);
  expect(await page.getByLabel('Timecode of the playhead').inputValue()).toMatch(/00$/);
  await page.getByRole('menuitem', { name: /^Rise/ }).click();
  await pictureOf(page, 0, 1);
  const timeline = page.getByRole('region', { name: 'Timeline' });
  const lane = page.getByLabel('SEA, Rise');
  await expect(lane.first()).toBeVisible();
  await expect(page.locator('[data-fan]').locator('rect')).toHaveCount(3);
  await type(page, 'Takes, fr', '40');
  expect(await valueOf(page, 'Takes, fr')).toBe('40');
  await expect(timeline.getByRole('button', { name: /Rise: key at frame 40/ })).toBeVisible();

  await page.getByRole('button', { name: 'Backwards at the end' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the cascade' })).toHaveValue('Rise, backwards');
  expect(await valueOf(page, 'Begins at, fr')).toBe('59');
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await sheet.getByRole('button', { name: 'Picture', exact: true }).click();
  await type(page, 'Length, fr', '200');
  await expect(timeline.getByRole('button', { name: /Rise, backwards: key at frame 199/ })).toBeVisible();
  await expect(timeline.getByRole('button', { name: /SEA, Rise: key at frame 40/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(timeline.getByRole('button', { name: /Rise, backwards: key at frame 99/ })).toBeVisible();

  await sheet.getByRole('button', { name: /^SEA/ }).click();
  await page.getByRole('button', { name: 'Remove Rise, backwards' }).click();
  await page.getByRole('button', { name: 'Rise', exact: true }).click();
  await page.getByRole('radiogroup', { name: 'What takes its turn' }).getByRole('radio', { name: 'words' }).click();
  await expect(page.locator('[data-fan]').locator('rect')).toHaveCount(1);
  await expect(field(page, 'Up, m').first()).toBeVisible();
  await saved(page);
});

test('a mark is copied into another production with all that it has, and is there from one frame to another', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'From here', '04:00');
  await addWords(page, 'DEEP');
  await pictureOf(page, 0, 1);
  await page.getByRole('button', { name: 'Arrival' }).click();
  await page.getByRole('menuitem', { name: /^Grow/ }).click();
  await page.getByRole('button', { name: 'DEEP', exact: true }).click();
  await page.keyboard.press('Control+c');
  await saved(page);

  await makeProduction(page, ironsky.url, 'To there', '04:00');
  await page.keyboard.press('Control+v');
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await expect(sheet.getByRole('button', { name: /^DEEP/ }).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Grow', exact: true })).toBeVisible();
  await page.getByRole('checkbox', { name: 'all through' }).click({ force: true });
  await type(page, 'From frame, fr', '40');
  expect(await valueOf(page, 'From frame, fr')).toBe('40');
  // Its arrival came along.
  await page.getByRole('button', { name: 'Grow', exact: true }).click();
  expect(await valueOf(page, 'Begins at, fr')).toBe('40');
  await page.keyboard.press('Control+z');
  await saved(page);
});

test('frames that a mark wholly covers are counted and charted, and found by a press', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Wiping', '01:00');
  await goToRoom(page, 'Shape');
  await page.getByRole('button', { name: 'Plain form' }).click();
  await page.getByRole('menuitem', { name: 'Plate' }).click();
  await type(page, 'Height, m', '12');
  await goToRoom(page, 'Choreograph');
  await page
    .getByRole('navigation', { name: 'Call sheet' })
    .getByRole('button', { name: /^Plate form/ })
    .click();
  // From left of the frame to right of it, so that it covers all of it in the middle of its way.
  const across = field(page, 'Across, m');
  for (const [frame, x] of [
    [0, '-24'],
    [20, '24'],
  ] as const) {
    await seekTo(page, frame);
    await page.getByRole('button', { name: 'Key its place here' }).click();
    await across.fill(x);
    await across.press('Enter');
  }
  await page.getByRole('button', { name: /^Covers the frame/ }).click();
  await page.getByRole('button', { name: 'Count covered frames' }).click();
  const said = page.getByText(/wholly covered/);
  await expect(said).toBeVisible({ timeout: 60_000 });
  const count = Number(/^(\d+)/.exec((await said.textContent()) ?? '')?.[1]);
  // Outside of the frame at first and at last, and wider than it is.
  expect(count).toBeGreaterThan(0);
  expect(count).toBeLessThan(20);
  await expect(page.getByTestId('covered')).toHaveCount(count);
  await page.getByRole('button', { name: /^Go to frame/ }).click();
  await pictureOf(page, 10, 1);
});
