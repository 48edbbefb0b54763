import type { Page } from '@playwright/test';
import { straightKey } from '@/core/motion/channel';
import { addLine } from '@/core/production/edits/line-edits';
import { FORM_KINDS, formPath, formShapeSchema } from '@/core/outline/forms';
import { addForm } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import type { Shell } from '@/core/production/shell';
import { plainCopy } from '@/core/schema/plain-copy';
import { lineLength, linePaths } from '@/core/solid/line/line-path';
import { LANTERN_FISH } from '@/demo/lantern-fish';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { bare, drawn, HEIGHT, WIDTH } from './support/plates';
import { addWords, goToRoom, makeProduction, saved, sketch, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

/** Lines that draw themselves: their length against the browser's, how far they are seen, and how they are drawn by hand. */

let harness: Page;
test.beforeAll(async ({ browser }) => {
  harness = await browser.newPage();
  await harness.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => harness.close());

test('lines are as long as the browser says that their paths are (SVG 2, getTotalLength)', async () => {
  const curves = [
    'M0 0 L3 4',
    'M0 0 C0 10 10 10 10 0 S20 -10 20 0',
    'M0 0 Q5 9 10 0 T20 0 L20 30 Z',
    'M10 0 A10 5 30 1 1 3 8 Z M40 0 h10 v5 h-10 z',
    ...LANTERN_FISH.map(({ d }) => d),
    ...FORM_KINDS.map((form) => formPath(formShapeSchema.parse({ form }))),
  ];
  const lengths = await harness.evaluate(
    (all) =>
      all.map((d) => {
        const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
        path.setAttribute('d', d);
        return path.getTotalLength();
      }),
    curves,
  );
  curves.forEach((d, i) => {
    const own = lineLength(linePaths(d, 'mitred', (lengths[i] as number) * 1e-6));
    expect(Math.abs(own / (lengths[i] as number) - 1)).toBeLessThan(2e-3);
  });
});

/** Pixels of a metre at the origin: 35 mm on a sensor 36 mm wide, 8 m away. */
const METRE = (WIDTH * 35) / 36 / 8;

for (const traced of [false, true]) {
  test(`a line is seen as far as it is drawn, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = bare((draft) => {
      addLine(draft);
      const [mark] = draft.marks as [Mark];
      mark.channels.z.rest = 0;
      if (mark.body.kind !== 'line') throw new Error('No line.');
      mark.body.channels.width.rest = 0.6;
      mark.body.channels.end.keys = [straightKey(0, 0), straightKey(8, 1)];
    });
    const reach = async (frame: number) => {
      const pixels = await drawn(harness, { production, frame, width: WIDTH, height: HEIGHT, samples: 16, alpha: true, traced });
      const row = pixels.slice(4 * WIDTH * (HEIGHT / 2)).slice(0, 4 * WIDTH);
      return row.reduce((sum, v, i) => (i % 4 === 3 ? sum + v / 255 : sum), 0);
    };
    expect(await reach(0)).toBeLessThan(0.3);
    expect(Math.abs((await reach(4)) - METRE)).toBeLessThan(0.6);
    expect(Math.abs((await reach(8)) - 2 * METRE)).toBeLessThan(0.6);
  });
}

test('dashes are seen where they are said to be, and a mark rides the tip of a line', async () => {
  const production = bare((draft) => {
    addLine(draft);
    addForm(draft, 'disc');
    const [mark, rider] = draft.marks as [Mark, Mark];
    mark.channels.z.rest = 0;
    if (mark.body.kind !== 'line' || rider.body.kind !== 'form') throw new Error('No line.');
    Object.assign(mark.body, { dash: 0.4, gap: 0.4 });
    mark.body.channels.width.rest = 0.3;
    rider.body.size = 0.6;
    rider.shells[0] = { ...plainCopy(mark.shells[0] as Shell), id: 'shell-1' };
    Object.assign(rider.settings, { carrierId: mark.id, tip: true });
  });
  const pixels = await drawn(harness, { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 16, alpha: true });
  const there = (x: number, y = 0) => {
    const [px, py] = [Math.floor(WIDTH / 2 + x * METRE), Math.floor(HEIGHT / 2 - y * METRE)];
    return (pixels[4 * (py * WIDTH + px) + 3] as number) / 255;
  };
  for (const x of [-0.8, 0]) expect(there(x)).toBeGreaterThan(0.9);
  for (const x of [-0.4, 0.42]) expect(there(x)).toBeLessThan(0.1);
  // The disc is at the end of the line, higher than that is wide.
  expect(there(1, 0.2)).toBeGreaterThan(0.9);
  expect(there(0.5, 0.2)).toBeLessThan(0.1);
});

test('a line is drawn by hand over the picture, moved by its points and by the keyboard, and runs along words', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Lines', '01:00');
  await sketch(page);
  await goToRoom(page, 'Shape');
  await page.getByRole('button', { name: 'Line', exact: true }).click();
  await page.getByRole('button', { name: 'Draw in the views' }).click();
  const pen = page.getByTestId('hand-points');
  const box = await pen.boundingBox();
  if (!box) throw new Error('no pen');
  await page.mouse.click(box.x + 0.7 * box.width, box.y + 0.3 * box.height);
  await page.mouse.click(box.x + 0.5 * box.width, box.y + 0.2 * box.height);
  await expect(page.getByRole('slider', { name: /^Point \d of the line$/ })).toHaveCount(4);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Draw in the views' })).toBeVisible();

  const last = page.getByRole('slider', { name: 'Point 4 of the line' });
  const before = Number(await last.getAttribute('aria-valuenow'));
  await last.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(last).toHaveAttribute('aria-valuenow', String(before + 100));
  await page.keyboard.press('Delete');
  await expect(page.getByRole('slider', { name: /^Point \d of the line$/ })).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('slider', { name: /^Point \d of the line$/ })).toHaveCount(4);
  await type(page, 'Drawn to, %', '40');
  expect(await valueOf(page, 'Drawn to, %')).toBe('40');

  await addWords(page, 'SEA');
  await page.getByRole('button', { name: 'Line along it' }).click();
  await expect(page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^SEA, line/ })).toBeVisible();
  await saved(page);
});
