import { expect, test, type Page } from '@playwright/test';
import { produce } from 'immer';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';

/** Light followed by rays, against a library of rays, and against closed forms of light. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/rays-harness.ts') });
});
test.afterAll(() => page.close());

interface Harness {
  shootRays(order: { production: Production; count: number }): { card: number[]; library: number[] };
}

/** Four bevelled forms, turned, tipped and one grown, in each other's way. */
const tumbled = produce(emptyProduction('Rays', { width: 320, height: 180, rate: '25', length: 10 }), (draft) => {
  (['ring', 'plate', 'arrow', 'star'] as const).forEach((form, i) => {
    const id = addForm(draft, form);
    const mark = draft.marks.find((each) => each.id === id);
    if (!mark) return;
    mark.channels.x.rest = 0.8 * (i - 1.5);
    mark.channels.z.rest = 0.2 * (i % 2);
    mark.channels.pan.rest = 40 * i;
    mark.channels.tilt.rest = 25 - 30 * i;
  });
});

test('1,024 random rays end where three-mesh-bvh says they do, on the facet that it says', async () => {
  const { card, library } = await page.evaluate((order) => (globalThis as unknown as Harness).shootRays(order), {
    production: tumbled,
    count: 1024,
  });
  let hits = 0;
  for (let i = 0; i < 4096; i += 4) {
    const [t, x, y, any] = card.slice(i, i + 4) as [number, number, number, number];
    const [wanted, wantedX, wantedY, wantedAny] = library.slice(i, i + 4) as [number, number, number, number];
    expect(Math.abs(t - wanted)).toBeLessThan(2e-5);
    expect(any).toBe(wantedAny);
    if (wanted < 0) continue;
    hits++;
    expect(Math.hypot(x - wantedX, y - wantedY)).toBeLessThan(0.02);
  }
  expect(hits).toBeGreaterThan(200);
});
