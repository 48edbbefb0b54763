import { expect, test, type Page } from '@playwright/test';
import { addForm } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';

/** One mark as the matte of another, in the picture: where it is seen, by geometry. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

/** Pixels of a metre at the origin: 35 mm on a sensor 36 mm wide, 8 m away. */
const METRE = (WIDTH * 35) / 36 / 8;

/** A white plate of four by four metres, and a disc of two metres' width before it, to the right, that cuts it. */
const cut = (recipe: (white: Mark, disc: Mark) => void) =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    plate(draft, 1, 4, { material: 'glow', colour: '#ffffff', glow: 1 });
    addForm(draft, 'disc');
    const [white, disc] = draft.marks as [Mark, Mark];
    if (disc.body.kind === 'form') disc.body.size = 2;
    disc.channels.x.rest = 0.5;
    white.settings.matteId = disc.id;
    disc.settings.cutsOnly = true;
    recipe(white, disc);
  });

for (const traced of [false, true]) {
  const alpha = async (recipe: (white: Mark, disc: Mark) => void) => {
    const order = { production: cut(recipe), frame: 0, width: WIDTH, height: HEIGHT, samples: 16, alpha: true, traced, linear: true };
    const pixels = await drawn(page, order);
    return (x: number, y: number) =>
      pixels[4 * (Math.floor(HEIGHT / 2 - y * METRE) * WIDTH + Math.floor(WIDTH / 2 + x * METRE)) + 3] as number;
  };

  test(`a mark is seen within another, with a smooth edge, and that is not seen itself, ${traced ? 'traced' : 'plain'}`, async () => {
    const there = await alpha(() => undefined);
    for (const [x, y] of [
      [0.5, 0],
      [1.3, 0],
      [-0.3, 0],
      [0.5, 0.8],
    ] as const)
      expect(there(x, y)).toBeGreaterThan(0.98);
    for (const [x, y] of [
      [-0.7, 0],
      [1.7, 0],
      [1.4, 0.9],
      [-0.4, 0.9],
    ] as const)
      expect(there(x, y)).toBeLessThan(0.02);
    const edge = Array.from({ length: 9 }, (_, i) => there(0.5 + Math.cos(i / 3), Math.sin(i / 3)));
    expect(edge.some((v) => v > 0.1 && v < 0.9)).toBe(true);
  });

  test(`or outside of it, however deep that stands; one that is gone hides all or nothing, ${traced ? 'traced' : 'plain'}`, async () => {
    const outside = await alpha((white, disc) => {
      white.settings.matteOutside = true;
      // Behind it, and so as large again in the picture as it was: 1.1 m at 8.8 m.
      disc.channels.z.rest = -0.8;
      disc.channels.x.rest = 0.55;
      if (disc.body.kind === 'form') disc.body.size = 2.2;
    });
    expect(outside(0.5, 0)).toBeLessThan(0.02);
    expect(outside(-0.7, 0)).toBeGreaterThan(0.98);
    const off = await alpha((_, disc) => void (disc.channels.on.rest = false));
    expect(off(0.5, 0)).toBeLessThan(0.02);
    const whole = await alpha((white, disc) => {
      white.settings.matteOutside = true;
      disc.channels.on.rest = false;
    });
    expect(whole(0.5, 0)).toBeGreaterThan(0.98);
  });
}
