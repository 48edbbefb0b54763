import type { Page } from '@playwright/test';
import { throughCube } from '@/core/finish/cube-lut';
import { ofKind } from '@/core/schema/owner-kind';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { curve, finished, swirled, tableOf } from './support/finished';
import type { DrawOrder } from './support/picture-harness';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';
import { addEffect, addWords, goToRoom, makeProduction, saved, sketch } from './support/rooms';
import { expect, test } from './support/server';

/** Tables of colours in the picture (Cube LUT Specification 1.0). */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const draw = (production: DrawOrder['production'], change: Partial<DrawOrder>) =>
  drawn(page, { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 8, alpha: true, ...change });

test('a table of colours is looked up as its specification says, by three colours and by each, over its domain', async () => {
  // Many colours: a gradient with lamps of three colours before it.
  const production = bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    ['#ff4020', '#20c040', '#3050ff'].forEach((colour, i) => {
      const mark = plate(draft, 0.5, 1.2, { material: 'glow', colour, glow: 0.2 + 0.4 * i });
      mark.channels.x.rest = 1.4 * (i - 1);
    });
    const gradient = ofKind(draft.set, 'gradient-ground');
    if (gradient) gradient.channels.on.rest = true;
  });
  const shown = { linear: false, alpha: false } as const;
  const plain = await draw(production, shown);
  const tables = [swirled(5), swirled(17, [-0.1, -0.1, -0.1], [1.2, 1.1, 1]), { ...curve(9), is3d: false }];
  for (const table of tables) {
    for (const amount of [1, 0.4]) {
      const effect = { kind: 'colour-table', channels: { amount }, settings: { table: tableOf(table) } };
      const seen = await draw(finished(production, [effect]), shown);
      let most = 0;
      for (let i = 0; i < plain.length; i += 4) {
        const colour = [0, 1, 2].map((k) => (plain[i + k] as number) / 255) as [number, number, number];
        throughCube(table, colour).forEach((v, k) => {
          const wanted = Math.max(0, Math.min(1, (colour[k] as number) + amount * (v - (colour[k] as number))));
          most = Math.max(most, Math.abs(wanted - (seen[i + k] as number) / 255));
        });
      }
      // What is looked up are colours that were not rounded yet, and the table is steep in places: two steps of eight bits.
      expect(most).toBeLessThan(2.5 / 255);
    }
  }
  // One that brings every colour back leaves the picture as it was.
  const same = await draw(
    finished(production, [{ kind: 'colour-table', settings: { table: tableOf(swirled(9, undefined, undefined, 0)) } }]),
    shown,
  );
  expect(Math.max(...same.map((v, i) => Math.abs(v - (plain[i] as number))))).toBeLessThanOrEqual(1);
});

test('a .cube file is chosen in Finish, and what is none is refused with its reason', async ({ page: own, ironsky }) => {
  await makeProduction(own, ironsky.url, 'Tabled', '00:10');
  await sketch(own);
  await addWords(own, 'TABLE');
  await saved(own);
  await goToRoom(own, 'Finish');
  await addEffect(own, 'Table of colours');
  const bench = own.getByRole('complementary', { name: 'Bench' });
  await expect(bench.getByText('Without one the picture stays as it is.')).toBeVisible();
  const choose = async (name: string, text: string) => {
    const chooser = own.waitForEvent('filechooser');
    await bench.getByRole('button', { name: /^Choose/ }).click();
    await (await chooser).setFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  };
  await choose('broken.cube', 'LUT_3D_SIZE 3\n0 0 0\n1 1 1\n');
  await expect(bench.getByRole('alert')).toContainText('“broken.cube” cannot be used. The file is cut short: 2 of 27 points are there.');
  const rows = [0, 1].flatMap((b) => [0, 1].flatMap((g) => [0, 1].map((r) => `${1 - r} ${1 - g} ${1 - b}`)));
  await choose('negative.cube', ['TITLE "Negative"', 'LUT_3D_SIZE 2', ...rows, ''].join('\n'));
  await expect(bench.getByText('Negative, 2³')).toBeVisible();
  await saved(own);
  await own.reload();
  await own
    .getByRole('button', { name: /Table of colours/ })
    .first()
    .click();
  await expect(bench.getByText('Negative, 2³')).toBeVisible();
  await bench.getByRole('button', { name: 'Take it out' }).click();
  await expect(bench.getByText('Without one the picture stays as it is.')).toBeVisible();
});
