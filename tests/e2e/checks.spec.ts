import { addWords, goToRoom, makeProduction, saved, sketch, type } from './support/rooms';
import { expect, test } from './support/server';

test('in Master all checks are run over the frames, each with a verdict, a figure and a press to where', async ({ page, ironsky }) => {
  test.slow();
  await makeProduction(page, ironsky.url, 'Checked', '00:13');
  await sketch(page);
  await addWords(page, 'CAN THIS BE READ');
  await saved(page);
  await goToRoom(page, 'Master');
  const checks = page.getByRole('region', { name: 'Checks' });
  await expect(checks.getByText(/Every frame is drawn small and looked at/)).toBeVisible();
  await checks.getByRole('button', { name: 'Check all' }).click();
  await expect(checks.getByText(/^\d+ of 13 frames read/)).toBeVisible({ timeout: 120_000 });
  const verdicts = checks.getByRole('group', { name: 'Verdicts' });
  await expect(verdicts.getByRole('button', { name: 'Levels: passes' })).toBeVisible({ timeout: 240_000 });
  // A second is too short for four words: half a second to find them, and three a second.
  await verdicts.getByRole('button', { name: 'Read: CAN THIS BE READ: fails' }).click();
  await expect(checks.getByText(/4 words need 1.83 s/)).toBeVisible();
  await expect(checks.getByRole('img', { name: /height of its letters/ })).toBeVisible();
  await expect(verdicts.getByRole('button', { name: 'Flashes: passes' })).toBeVisible();
  await verdicts.getByRole('button', { name: /^Ends/ }).click();
  await expect(checks.getByText(/begins in the picture, ends in the picture/)).toBeVisible();
  // Nobody knows whether it is to be a loop: that is told, and where it begins anew.
  await verdicts.getByRole('button', { name: /^Loop/ }).click();
  const seam = checks.getByRole('button', { name: /Frame 12: after this frame it begins anew/ });
  if (await seam.isVisible()) {
    await seam.click();
    await expect(page.getByText('frame 12, last 12')).toBeVisible();
  }
  // Who reads faster needs less; and what was checked is old once something changes.
  await checks.getByRole('button', { name: /^What reading needs/ }).click();
  await type(page, 'Words read, /s', '10');
  await type(page, 'Time to find them, s', '0.1');
  await checks.getByRole('button', { name: 'Check again' }).click();
  await verdicts.getByRole('button', { name: /^Read: CAN THIS BE READ/ }).click({ timeout: 240_000 });
  await expect(checks.getByText(/4 words need 0.50 s/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(checks.getByText('Something has changed since.')).toBeVisible();
  await checks.getByRole('button', { name: 'Check again' }).click();
  await checks.getByRole('button', { name: 'Stop' }).click();
  await expect(checks.getByRole('button', { name: /^Check/ })).toBeVisible();
});

test('how long a frame takes is measured; renders are held back, put in another order by keyboard, and go on', async ({
  page,
  ironsky,
}) => {
  test.slow();
  await makeProduction(page, ironsky.url, 'Queued', '01:00');
  await sketch(page);
  await addWords(page, 'Q');
  await saved(page);
  await goToRoom(page, 'Master');
  await type(page, 'Scale, %', '5');
  await type(page, 'Sub-frames', '2');
  await page.getByRole('button', { name: 'Measure how long it takes' }).click();
  await expect(page.getByRole('status').filter({ hasText: /On this machine about \d.* for all 25/ })).toBeVisible({ timeout: 120_000 });
  await page.getByRole('button', { name: 'Render 25 frames' }).click();
  const queue = page.getByRole('grid', { name: 'Queue' });
  // Others may have left renders in the queue of this server: those of this production are told by their frames.
  const row = (last: number) => queue.getByRole('row').filter({ hasText: `PNG, frames 0–${last}` });
  await row(24).getByRole('button', { name: 'Hold back' }).click();
  await expect(row(24).getByText(/^held back · \d+ of 25 frames are on disk/)).toBeVisible();
  await type(page, 'Last frame, fr', '3');
  await page.getByRole('button', { name: 'Render 4 frames' }).click();
  // What is held back keeps its place; the other is drawn all the same, and said to be done wherever one is.
  await expect(page.getByRole('status').filter({ hasText: 'Rendered: “Queued”, PNG, frames 0–3.' })).toBeVisible({ timeout: 180_000 });
  await expect(page.getByRole('list', { name: 'Renders' }).getByText('done · 4 frames')).toBeVisible();
  await type(page, 'Last frame, fr', '19');
  await page.getByRole('button', { name: 'Render 20 frames' }).click();
  await row(19).getByRole('button', { name: 'Hold back' }).click();
  await expect(row(19).getByText(/^held back/)).toBeVisible();
  const order = async () => {
    const titles = await queue.getByRole('row').locator('strong').allTextContents();
    return titles.flatMap((title) => /^PNG, frames 0–(19|24)$/.exec(title)?.[1] ?? []);
  };
  expect(await order()).toEqual(['24', '19']);
  await row(19).getByRole('button', { name: 'Move in the queue' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect.poll(order).toEqual(['19', '24']);
  await row(19).getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByText('done · 20 frames')).toBeVisible({ timeout: 180_000 });
});
