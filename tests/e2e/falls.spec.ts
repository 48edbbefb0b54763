import Rapier from '@dimforge/rapier3d-compat';
import type { Page } from '@playwright/test';
import { encode } from 'fast-png';
import { produce } from 'immer';
import { keepSolved, runFall, setFallOf } from '@/core/production/edits/fall-edits';
import type { Mark } from '@/core/production/mark';
import { pictureSchema } from '@/core/production/picture';
import { productionSchema, type Production } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { solvedFall } from '../support/solved-fall';
import { packagedTypeface } from '../unit/support/fonts';
import { bare, drawn, plate } from './support/plates';
import { addWords, field, goToRoom, makeProduction, saved, seekTo, sketch, type } from './support/rooms';
import { expect, test } from './support/server';

/** Marks that fall to pieces, and pictures that come together as they land. */

const [WIDTH, HEIGHT] = [192, 108];
const HASH = 'd'.repeat(64);

let harness: Page;
test.beforeAll(async ({ browser }) => {
  await Rapier.init();
  harness = await browser.newPage();
  await harness.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => harness.close());

/** A picture in which each place has a colour of its own, as large as the frame. */
function slopes(): Uint8Array {
  const data = new Uint8Array(3 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    // Less than what the display begins to bend.
    data.set([8 + x, 40 + y, 190 - y], 3 * i);
  }
  return data;
}

/** A plate larger than the frame, seen at a slant, that lies in pieces and comes together at frame 50; a picture is thrown on it. */
function revealing(): Production {
  const begun = bare((draft) => {
    Object.assign(draft.format, { width: WIDTH, height: HEIGHT, length: 100 });
    const mark = plate(draft, 2, 7, { material: 'lacquer', colour: '#804020' });
    const [camera] = draft.cameras;
    if (camera?.carriers[0]?.kind === 'orbit') {
      camera.carriers[0].channels.azimuth.rest = 20;
      camera.carriers[0].channels.height.rest = 1.5;
    }
    setFallOf(draft, mark, 'pieces', 0);
    Object.assign(mark.fall.settings, { pieces: 24, seconds: 1.5, floorY: -3, stray: 1 });
    const picture = pictureSchema.parse({ hash: HASH, name: 'slopes.png', holds: 'still', width: WIDTH, height: HEIGHT, frames: 1 });
    Object.assign(mark.reveal.settings, { picture, cameraId: camera?.id, frame: 50 });
  });
  return produce(begun, (draft) => {
    const [mark] = draft.marks as [Mark];
    const { from, motion } = solvedFall(Rapier, begun);
    keepSolved(draft, mark, from, motion);
    runFall(draft, mark, 'gathers', 50);
  });
}

const seen = (production: Production, frame: number) =>
  drawn(harness, {
    production,
    frame,
    width: WIDTH,
    height: HEIGHT,
    samples: 16,
    alpha: false,
    files: { [HASH]: Buffer.from(encode({ width: WIDTH, height: HEIGHT, data: slopes(), channels: 3, depth: 8 })).toString('base64') },
  });

/** How far a frame is from the picture at most, in code values, and on the mean. */
function apart(pixels: number[]): { most: number; mean: number } {
  const picture = slopes();
  let [most, sum] = [0, 0];
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    for (let k = 0; k < 3; k++) {
      const by = Math.abs((pixels[4 * i + k] as number) - (picture[3 * i + k] as number));
      most = Math.max(most, by);
      sum += by;
    }
  }
  return { most, mean: sum / (3 * WIDTH * HEIGHT) };
}

test('as the pieces land the picture comes together: at its frame it is the one that was thrown, within a code value', async () => {
  const production = revealing();
  expect(apart(await seen(production, 52)).most).toBeLessThanOrEqual(1);
  // Just before, the pieces themselves show it, cut as they are; well before, it lies about.
  expect(apart(await seen(production, 49.5)).mean).toBeLessThan(1);
  expect(apart(await seen(production, 30)).mean).toBeGreaterThan(20);
});

test('a word is made to fall by hand, as here so in the test to the bit; it is undone, stopped, and solved again when it changes', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Falling', '02:00');
  await sketch(page);
  await addWords(page, 'SEA');
  await goToRoom(page, 'Choreograph');
  await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^SEA/ }).click();
  await page.getByRole('button', { name: /^Fall/ }).click();
  await page.getByLabel('What falls').click();
  await page.getByRole('option', { name: 'pieces of it' }).click();
  await type(page, 'Pieces', '12');
  await type(page, 'Solved for, s', '1');
  await expect(page.getByText('Not solved yet: nothing falls.')).toBeVisible();
  await page.getByRole('button', { name: 'Solve', exact: true }).click();
  await expect(page.getByText(/^Solved: \d+ bodies, 1\.00 s\.$/)).toBeVisible();
  await saved(page);

  const id = new URL(page.url()).pathname.split('/')[2];
  const kept = async () => {
    const { document } = (await (await page.request.get(`${ironsky.url}/api/productions/${id}`)).json()) as { document: unknown };
    return productionSchema.parse(document);
  };
  const production = await kept();
  expect(production.marks[0]?.fall.solved?.motion).toBe(solvedFall(Rapier, production, [await packagedTypeface('archivo-black')]).motion);

  // It runs: its time is keyed from where the fall begins.
  await seekTo(page, 25);
  await expect(field(page, 'Time of the fall, s')).toHaveValue('1.00');
  await type(page, 'Bounce, %', '80');
  await expect(page.getByText(/^Something has changed since this was solved/)).toBeVisible();
  await page.getByRole('button', { name: 'Solve again' }).click();
  await expect(page.getByText(/^Solved: /)).toBeVisible();

  // A long one can be stopped; what was there stays.
  await type(page, 'Pieces', '300');
  await type(page, 'Solved for, s', '20');
  await page.getByRole('button', { name: 'Solve again' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Solve again' })).toBeVisible();
  await saved(page);
  expect((await kept()).marks[0]?.fall.solved).not.toBeNull();

  for (let i = 0; i < 8; i++) await page.keyboard.press('Control+z');
  await saved(page);
  expect((await kept()).marks[0]?.fall.solved).toBeNull();
});

test('a picture is thrown on a mark and taken off again, and a mark is cut by another, by hand', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Thrown', '01:00');
  await sketch(page);
  await addWords(page, 'SEA');
  await page.getByRole('button', { name: /^Reveal/ }).click();
  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Picture', exact: true }).last().click();
  const buffer = Buffer.from(encode({ width: WIDTH, height: HEIGHT, data: slopes(), channels: 3, depth: 8 }));
  await (await choosing).setFiles({ name: 'slopes.png', mimeType: 'image/png', buffer });
  await expect(page.getByRole('button', { name: /^Reveal slopes\.png/ })).toBeVisible();
  await expect(field(page, 'Right at, fr')).toHaveValue('0');
  await type(page, 'Shows, %', '50');
  await saved(page);
  const id = new URL(page.url()).pathname.split('/')[2];
  const mark = async (index: number) => {
    const { document } = (await (await page.request.get(`${ironsky.url}/api/productions/${id}`)).json()) as { document: unknown };
    return productionSchema.parse(document).marks[index];
  };
  expect((await mark(0))?.reveal).toMatchObject({ settings: { picture: { name: 'slopes.png', width: WIDTH }, cameraId: 'camera-1' } });
  await page.getByRole('button', { name: 'Take the picture off' }).click();
  await expect(page.getByRole('button', { name: 'Take the picture off' })).toBeHidden();

  await page.getByRole('button', { name: 'Plain form' }).click();
  await page.getByRole('menuitem', { name: 'Disc' }).click();
  await page.getByRole('button', { name: /^Matte/ }).click();
  await page.getByLabel('Cut by').click();
  await page.getByRole('option', { name: 'SEA' }).click();
  await page.getByRole('radio', { name: 'outside of it' }).click();
  await saved(page);
  expect((await mark(1))?.settings).toMatchObject({ matteId: 'mark-1', matteOutside: true });
  // What it is cut by is gone: it is cut by nothing.
  await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^SEA/ }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await saved(page);
  expect((await mark(0))?.settings.matteId).toBeNull();
});
