import { expect, test, type Page } from '@playwright/test';
import { addLight } from '@/core/production/edits/light-edits';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { surfaceOf, type SurfaceLook } from '@/core/production/surface';
import { keys } from '@/demo/keys';
import { produce } from 'immer';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { drawn } from './support/plates';
import type { DrawOrder } from './support/picture-harness';

/** What few sub-frames leave of noise: how much, and that it does not boil. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const [WIDTH, HEIGHT] = [96, 54];

/** A star in soft light over the floor, somewhat out of focus. */
const scene = (recipe: (draft: Production) => void = () => undefined): Production =>
  produce(emptyProduction('Grain', { width: WIDTH, height: HEIGHT, rate: '25', length: 50 }), (draft) => {
    addForm(draft, 'star');
    addLight(draft, 'area', { channels: { x: 2, y: 3, z: 3, width: 2, height: 2 } });
    recipe(draft);
  });

const order = (production: Production, change: Partial<DrawOrder>): DrawOrder => ({
  production,
  frame: 0,
  width: WIDTH,
  height: HEIGHT,
  samples: 32,
  alpha: false,
  ...change,
});

const rms = (a: readonly number[], b: readonly number[]) =>
  Math.sqrt(a.reduce((sum, v, i) => sum + (v - (b[i] as number)) ** 2, 0) / a.length);

/** Every surface of one look. */
const made = (draft: Production, look: SurfaceLook) => {
  for (const shell of draft.marks.flatMap((mark) => mark.shells))
    shell.surfaces = { face: surfaceOf(look), bevel: surfaceOf(look), side: surfaceOf(look), back: surfaceOf(look) };
};

/** How far 32 sub-frames are off, as a share of what as many are off that are drawn by chance; 512 are taken for the truth. */
async function shareOfChance(production: Production, traced: boolean): Promise<number> {
  const far = await drawn(page, order(production, { samples: 512, traced, linear: true }));
  const own = rms(await drawn(page, order(production, { traced, linear: true })), far);
  return own / rms(await drawn(page, order(production, { traced, linear: true, scattered: true })), far);
}

test('32 sub-frames of edges, blur and soft shadows are off by about half of what as many are that are drawn by chance', async () => {
  test.slow();
  const production = scene((draft) => made(draft, { material: 'matte', colour: '#c0c0c0' }));
  for (const traced of [false, true]) expect(await shareOfChance(production, traced)).toBeLessThan(0.55);
});

test('lights mirrored in bevels of polished steel, finer than a pixel, are off by less than by chance', async () => {
  test.slow();
  expect(await shareOfChance(scene(), true)).toBeLessThan(0.9);
});

test('over twelve frames of a slow move nothing shimmers: each pixel changes as evenly as what it shows', async () => {
  const production = scene((draft) => {
    // Less than a tenth of a pixel a frame.
    const [mark] = draft.marks;
    if (mark)
      mark.channels.x.keys = keys([
        [0, 0, { join: 'straight' }],
        [49, 0.2, { join: 'straight' }],
      ]);
  });
  for (const traced of [false, true]) {
    const frames: number[][] = [];
    for (let frame = 10; frame < 22; frame++) frames.push(await drawn(page, order(production, { frame, traced, samples: 16 })));
    let [sum, count] = [0, 0];
    for (let t = 1; t < frames.length - 1; t++)
      for (let i = 0; i < WIDTH * HEIGHT * 4; i++) {
        const at = (k: number) => (frames[t + k] as number[])[i] as number;
        sum += Math.abs(at(-1) - 2 * at(0) + at(1));
        count++;
      }
    expect(sum / count).toBeLessThan(0.6);
  }
});
