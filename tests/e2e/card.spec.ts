import type { Page, Worker } from '@playwright/test';
import { addWords, goToRoom, makeProduction, pictureOf, saved, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

/** A graphics card that fails: a clear word, and nothing lost. */

/** Runs something in every worker that draws; others do not have what it asks for. */
const inWorkers = (page: Page, what: () => void): Promise<unknown> =>
  Promise.all(page.workers().map((worker: Worker) => worker.evaluate(what).catch(() => undefined)));

/** The context is lost at the next thing that is drawn. */
function loseContext(): void {
  const { clear } = WebGL2RenderingContext.prototype;
  WebGL2RenderingContext.prototype.clear = function (mask) {
    WebGL2RenderingContext.prototype.clear = clear;
    this.getExtension('WEBGL_lose_context')?.loseContext();
    clear.call(this, mask);
  };
}

/** Programs that follow rays are not taken any more. */
function refuseRays(): void {
  const { shaderSource } = WebGL2RenderingContext.prototype;
  WebGL2RenderingContext.prototype.shaderSource = function (shader, source) {
    shaderSource.call(this, shader, source.includes('treeTable') ? 'this is no program' : source);
  };
}

test('a graphics context that is lost while the picture is drawn is begun anew, with all that was made', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Lost');
  await addWords(page, 'HOLD');
  await pictureOf(page, 0, 8);
  await type(page, 'Tracking, ‰', '120');
  await inWorkers(page, loseContext);
  await type(page, 'Turn, °', '15');
  await expect(page.getByText('The graphics card stopped answering. The picture is being started again.')).toBeVisible();
  await expect(page.getByText('The graphics card stopped answering. The picture is being started again.')).toBeHidden({ timeout: 60_000 });
  await pictureOf(page, 0, 16);
  expect(Number(await valueOf(page, 'Turn, °'))).toBe(15);
  expect(Number(await valueOf(page, 'Tracking, ‰'))).toBe(120);
  await saved(page);
  await page.keyboard.press('Control+z');
  expect(Number(await valueOf(page, 'Turn, °'))).toBe(0);
});

test('a card that refuses the program for rays draws plain, and that is said; a traced frame that is ordered is refused', async ({
  page,
  ironsky,
}) => {
  test.slow();
  await makeProduction(page, ironsky.url, 'Refused', '00:02');
  await addWords(page, 'NO');
  await pictureOf(page, 0, 8);
  await inWorkers(page, refuseRays);
  page.on('worker', (worker) => void worker.evaluate(refuseRays).catch(() => undefined));
  await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: 'Picture', exact: true }).click();
  await page.getByRole('radiogroup', { name: 'Light of full pictures' }).getByRole('radio', { name: 'traced' }).click();
  await expect(page.getByText(/does not take the program that follows rays.*Its light is drawn plain/)).toBeVisible({ timeout: 60_000 });
  await pictureOf(page, 0, 32);
  await saved(page);
  await goToRoom(page, 'Master');
  await type(page, 'Scale, %', '10');
  await type(page, 'Sub-frames', '2');
  await page.getByRole('button', { name: 'Render 2 frames' }).click();
  const list = page.getByRole('main');
  await expect(list.getByText('does not take the program that follows rays').first()).toBeVisible({ timeout: 120_000 });
});
