import { expect, test, type Page } from '@playwright/test';
import { produce } from 'immer';
import { addForm } from '@/core/production/edits/mark-edits';
import { startLighting } from '@/core/production/light-starts';
import { emptyProduction } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { drawn } from './support/plates';

/** How noisy a frame is, told while it is drawn, against what it is off by in truth. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const SIZE = { frame: 0, width: 160, height: 90, alpha: false, traced: true } as const;
const production = produce(emptyProduction('Noise', { width: 160, height: 90, rate: '25', length: 10 }), (draft) => {
  startLighting(draft, 'three-point', 2);
  (['ring', 'star'] as const).forEach((form, i) => {
    const id = addForm(draft, form);
    const mark = draft.marks.find((each) => each.id === id);
    if (mark) mark.channels.x.rest = i - 0.5;
  });
});
const taken = () => page.evaluate(() => (globalThis as unknown as { taken(): number }).taken());

/** Root mean square of what parts two pictures where the first one is not ground. */
function apart(a: number[], b: number[], ground: number[]): number {
  let [squares, count] = [0, 0];
  for (let i = 0; i < a.length; i += 4) {
    if ([0, 1, 2].every((k) => a[i + k] === ground[i + k])) continue;
    for (let k = 0; k < 3; k++) squares += ((a[i + k] as number) - (b[i + k] as number)) ** 2 / 3;
    count++;
  }
  return Math.sqrt(squares / count);
}

test('a frame is done once it is as clean as asked, and that is about as far off as it says', async () => {
  test.slow();
  const draw = (samples: number, change: { until?: number; least?: number } = {}) =>
    drawn(page, { production, ...SIZE, samples, ...change });
  const truth = await draw(256);
  const ground = await drawn(page, { production: { ...production, marks: [] }, ...SIZE, samples: 1 });
  const counts: number[] = [];
  const pictures: number[][] = [];
  for (const until of [9, 6]) {
    const picture = await draw(256, { until, least: 4 });
    counts.push(await taken());
    pictures.push(picture);
    const off = apart(picture, truth, ground);
    // Of few sub-frames both halves may miss the same: it is an estimate.
    expect(off).toBeLessThan(1.6 * until);
    expect(off).toBeGreaterThan(0.1 * until);
  }
  const [few, more] = counts as [number, number];
  expect(few).toBeLessThan(more);
  expect(more).toBeLessThan(256);
  // At least as many as are asked for; all of them where no noise is said; the same each time.
  await draw(64, { until: 16, least: 40 });
  expect(await taken()).toBe(40);
  await draw(24);
  expect(await taken()).toBe(24);
  expect(await draw(256, { until: 9, least: 4 })).toEqual(pictures[0]);
});
