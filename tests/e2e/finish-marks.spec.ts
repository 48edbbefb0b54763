import { expect, test, type Page } from '@playwright/test';
import { addLight } from '@/core/production/edits/light-edits';
import type { Production } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { finished, type Effect } from './support/finished';
import { at, middleOf, sumOf } from './support/pixels';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';

/** Effects that go by what is seen of marks and lights. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const draw = (production: Production, change: Partial<Parameters<typeof drawn>[1]> = {}) =>
  drawn(page, { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 8, alpha: true, linear: true, ...change });

/** A bright plate at each place, as wide as high, in a dark room. */
const plates = (...places: readonly { x: number; z?: number; size?: number; glow?: number }[]): Production =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    for (const { x, z = 0, size = 0.8, glow = 1 } of places) {
      const mark = plate(draft, 1, size, { material: 'glow', colour: '#ffffff', glow });
      [mark.channels.x.rest, mark.channels.z.rest] = [x, z];
    }
  });
/** An effect that takes one mark of a production alone. */
const onlyOf = (production: Production, index: number) => ({ takes: 'only', marks: [{ markId: production.marks[index]?.id ?? null }] });
const column = (x: number) => Math.round(WIDTH / 2 + (x / 8.23) * WIDTH);

test('glow of one mark is scattered about that alone, and all of its light is kept, plain and traced', async () => {
  const production = plates({ x: -2 }, { x: 2 });
  for (const traced of [false, true]) {
    const plain = await draw(production, { traced });
    const effect = { kind: 'glow', channels: { strength: 0.6, threshold: 0, size: 0.2 }, settings: onlyOf(production, 0) };
    const glowing = await draw(finished(production, [effect]), { traced });
    expect(Math.abs(sumOf(glowing, 0) / sumOf(plain, 0) - 1)).toBeLessThan(0.015);
    expect(at(glowing, column(-2) + 8, HEIGHT / 2)[0]).toBeGreaterThan(0.005);
    expect(at(glowing, column(2), HEIGHT / 2)[0]).toBeCloseTo(at(plain, column(2), HEIGHT / 2)[0], 3);
  }
});

test('an edge glows as brightly as is asked for, and no farther than it reaches; what hides the mark hides its edge', async () => {
  const production = plates({ x: 0, size: 3, glow: 0 });
  const effect = { kind: 'edge-glow', channels: { strength: 0.5, size: 0.5, inward: 0, tint: '#ffffff' } };
  const glowing = await draw(finished(production, [effect]));
  const edge = Math.ceil(WIDTH / 2 + (1.5 / 8.23) * WIDTH);
  // One pixel beyond it, of Gauss curves of 1.62 and 10.8 pixels over a plate 35 pixels wide and high: half of 0.268 + 0.463 × 0.895, by
  // the table of the normal distribution.
  expect(Math.abs(at(glowing, edge, HEIGHT / 2)[0] - 0.341)).toBeLessThan(0.02);
  expect(at(glowing, edge + 23, HEIGHT / 2)[0]).toBeLessThan(0.01);
  expect(at(glowing, WIDTH / 2, HEIGHT / 2)[0]).toBeLessThan(0.01);
  // A larger plate stands before it.
  const behind = plates({ x: 0, size: 1, glow: 0 }, { x: 0, z: 1, size: 3, glow: 0 });
  const hidden = await draw(finished(behind, [{ ...effect, settings: onlyOf(behind, 0) }]));
  expect(sumOf(hidden, 0)).toBe(0);
});

test('a soft shadow lies beside the marks alone, as dark as is said, and takes part in what is transparent', async () => {
  const production = plates({ x: -1, size: 2 });
  const effect = { kind: 'soft-shadow', channels: { opacity: 0.6, size: 0.02, across: 0.4, up: 0 } };
  const shaded = await draw(finished(production, [effect]));
  // Two fifths of the frame's height are 1.85 m here.
  expect(at(shaded, column(0.8), HEIGHT / 2)[3]).toBeCloseTo(0.6, 2);
  expect(at(shaded, column(0.8), HEIGHT / 2)[0]).toBe(0);
  expect(at(shaded, column(-1), HEIGHT / 2)).toEqual(at(await draw(production), column(-1), HEIGHT / 2));
  expect(at(shaded, column(-3), HEIGHT / 2)[3]).toBe(0);
});

test('a flare stands where its light does, goes by the square of the distance, and is hidden with it', async () => {
  const lit = (z: number, change: (draft: Production) => void = () => undefined) =>
    bare((draft) => {
      setOf(draft).dome.strength.rest = 0;
      addLight(draft, 'point', { channels: { x: 1.2 * (1 - z / 8), y: 0.6 * (1 - z / 8), z } });
      change(draft);
    });
  const effect: Effect = { kind: 'flares', channels: { threshold: 0, star: 1, length: 0.3, ring: 0 } };
  const flared = async (production: Production) => draw(finished(production, [effect]), { alpha: true });
  const near = await flared(lit(0));
  const [x, y] = middleOf(near, 1);
  const unit = Math.hypot(WIDTH, HEIGHT) / 2;
  expect(Math.abs(x * unit - (1.2 / 8.23) * WIDTH)).toBeLessThan(0.4);
  expect(Math.abs(y * unit - (0.6 / 8.23) * WIDTH)).toBeLessThan(0.4);
  // On the same line through the lens, twice as far from it.
  expect(sumOf(await flared(lit(-8)), 1) / sumOf(near, 1)).toBeCloseTo(0.25, 2);
  const before = (left: number) =>
    lit(0, (draft) => {
      const mark = plate(draft, 1, 4, { material: 'matte', colour: '#000000' });
      [mark.channels.x.rest, mark.channels.z.rest] = [left + 2, 1];
    });
  expect(sumOf(await flared(before(0)), 1)).toBe(0);
  // The plate's left edge runs through the middle of the light as it is seen.
  const half = sumOf(await flared(before(1.2 * (7 / 8))), 1) / sumOf(near, 1);
  expect(half).toBeGreaterThan(0.2);
  expect(half).toBeLessThan(0.8);
});
