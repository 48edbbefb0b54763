import type { Page, Route, Worker } from '@playwright/test';
import { produce } from 'immer';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { drawn } from './support/plates';
import { addWords, goToRoom, makeProduction, pictureOf, saved, sketch, type, valueOf } from './support/rooms';
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
    console.info('The context is lost.');
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

test('a graphics context that is lost within a render: what was being drawn is drawn again, and the render gets done', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Lost on the way');
  await sketch(page);
  await addWords(page, 'HOLD');
  await saved(page);
  await goToRoom(page, 'Master');
  await type(page, 'Last frame, fr', '19');
  await type(page, 'Scale, %', '5');
  await type(page, 'Sub-frames', '2');
  const lost = page.waitForEvent('console', (message) => message.text() === 'The context is lost.');
  const loseOnce = async (route: Route) => {
    await inWorkers(page, loseContext);
    await route.continue();
  };
  await page.route('**/frames/3?*', loseOnce, { times: 1 });
  await page.getByRole('button', { name: 'Render 20 frames' }).click();
  await lost;
  const list = page.getByRole('list', { name: 'Renders' });
  await expect(list.getByText('done · 20 frames')).toBeVisible({ timeout: 120_000 });
  await expect(list.getByRole('alert')).toHaveCount(0);
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

/** A card that has not got an extension. */
function withhold(missing: string): void {
  const { prototype } = WebGL2RenderingContext as unknown as { prototype: { getExtension(this: unknown, name: string): unknown } };
  const { getExtension } = prototype;
  prototype.getExtension = function (name) {
    return name === missing ? null : getExtension.call(this, name);
  };
}

/** What is blended into 32-bit numbers is not drawn, as WebGL says of a card without `EXT_float_blend`. */
function refuseFloatBlend(): void {
  const { prototype } = WebGL2RenderingContext;
  const { drawElements } = prototype;
  prototype.drawElements = function (...order) {
    const target = this.getParameter(this.FRAMEBUFFER_BINDING) as WebGLFramebuffer | null;
    const bits =
      target &&
      Number(this.getFramebufferAttachmentParameter(this.FRAMEBUFFER, this.COLOR_ATTACHMENT0, this.FRAMEBUFFER_ATTACHMENT_RED_SIZE));
    if (!(bits === 32 && this.isEnabled(this.BLEND))) drawElements.apply(this, order);
  };
}

const star = () =>
  produce(emptyProduction('Card', { width: 96, height: 54, rate: '25', length: 10 }), (draft) => {
    addForm(draft, 'star');
  });

test('a card that cannot blend in floating point draws the same picture to the bit, and tells the same noise', async ({ browser }) => {
  const order = { production: star(), frame: 0, width: 96, height: 54, samples: 64, alpha: true, until: 16, least: 8 };
  const pictures: number[][] = [];
  for (const without of [false, true]) {
    const page = await browser.newPage();
    await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
    if (without) {
      await page.evaluate(withhold, 'EXT_float_blend');
      await page.evaluate(refuseFloatBlend);
    }
    pictures.push(await drawn(page, order));
    pictures.push([await page.evaluate(() => (globalThis as unknown as { taken(): number }).taken())]);
    await page.close();
  }
  const [whole, taken, alike, takenToo] = pictures as [number[], number[], number[], number[]];
  expect(whole.some((value) => value > 0)).toBe(true);
  expect(taken[0]).toBeLessThan(64);
  expect(takenToo).toEqual(taken);
  expect(alike).toEqual(whole);
});

test('a card that has no pictures in floating point at all is refused in plain words', async ({ browser }) => {
  const page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
  await page.evaluate(withhold, 'EXT_color_buffer_float');
  await expect(drawn(page, { production: star(), frame: 0, width: 96, height: 54, samples: 1, alpha: true })).rejects.toThrow(
    'This graphics card cannot draw pictures in floating point',
  );
  await page.close();
});
