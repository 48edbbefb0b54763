import { expect, test, type Page } from '@playwright/test';
import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import type { Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, plate } from './support/plates';

/** Stars and the sun, where handbooks have them. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const [WIDTH, HEIGHT] = [480, 270];

async function greens(production: Production, change: { alpha?: boolean; traced?: boolean; samples?: number } = {}): Promise<number[]> {
  const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 8, alpha: true, traced: false, linear: true, ...change };
  const pixels = await drawn(page, order);
  return Array.from({ length: WIDTH * HEIGHT }, (_, i) => pixels[4 * i + 1] as number);
}

/** A production of nothing but its sky; the lens looks level, away from the audience. */
const sky = (recipe: (draft: Production) => void) =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    recipe(draft);
  });

// J2000 right ascension and declination, degrees, of the two brightest stars of Orion (from memory): as it is seen from the north, with the
// reddish one up on the left.
const BETELGEUSE = [88.79, 7.41] as const;
const RIGEL = [78.63, -8.2] as const;
const MIDDLE = 84;

test('Orion stands in the frame as it is seen in the sky', async () => {
  const production = sky((draft) => {
    const stars = ofKind(draft.set, 'stars');
    if (!stars) throw new Error('Not the production that was meant.');
    const { on, azimuth, height, turn, size, contrast } = stars.channels;
    [on.rest, azimuth.rest, height.rest, turn.rest, size.rest, contrast.rest] = [true, 0, 90, MIDDLE - 180, 8, 1.33];
  });
  const { focalLengthMm, sensorWidthMm } = evaluate(production, 0, () => null).camera;
  const scale = (WIDTH * focalLengthMm) / sensorWidthMm;
  const radians = Math.PI / 180;
  const seen = await greens(production);
  const lightAt = ([ascension, declination]: readonly [number, number]) => {
    // East is to the left of one who looks at it with north above.
    const away = (MIDDLE - ascension) * radians;
    const [x, y] = [Math.tan(away), Math.tan(declination * radians) / Math.cos(away)];
    const [px, py] = [Math.round(WIDTH / 2 + scale * x - 0.5), Math.round(HEIGHT / 2 - scale * y - 0.5)];
    let sum = 0;
    for (let dy = -2; dy <= 2; dy++) for (let dx = -2; dx <= 2; dx++) sum += seen[(py + dy) * WIDTH + px + dx] as number;
    return sum;
  };
  const all = seen.reduce((sum, v) => sum + v, 0);
  const [rigel, betelgeuse] = [lightAt(RIGEL), lightAt(BETELGEUSE)];
  // Of some hundred stars in sight these two send a good share, and little is seen where they would stand the wrong way round.
  expect((rigel + betelgeuse) / all).toBeGreaterThan(0.2);
  expect(lightAt([2 * MIDDLE - RIGEL[0], RIGEL[1]])).toBeLessThan(0.1 * rigel);
  // Magnitudes 0.13 and about 0.5, by the catalogue’s colours seen in green: as bright as that says, by Pogson’s ratio.
  expect(rigel / betelgeuse).toBeGreaterThan(1);
  expect(rigel / betelgeuse).toBeLessThan(2.2);
});

for (const traced of [false, true]) {
  test(`the sun’s disc is as wide as said, as bright as its light, hidden by what is near, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = sky((draft) => {
      const { sun } = setOf(draft);
      [sun.on.rest, sun.azimuth.rest, sun.height.rest, sun.seen.rest, sun.disc.rest, sun.strength.rest] = [true, 180, 0, 1, 6, 0.02];
    });
    const { camera, lights } = evaluate(production, 0, () => null);
    const seen = await greens(production, { traced, samples: 16 });
    const half = Math.tan((3 * Math.PI) / 180);
    const radius = (half * WIDTH * camera.focalLengthMm) / camera.sensorWidthMm;
    const middle = seen[(HEIGHT / 2) * WIDTH + WIDTH / 2] as number;
    expect(Math.abs(middle / ((lights[0]?.sent[1] ?? 0) / (Math.PI * half * half)) - 1)).toBeLessThan(0.02);
    const area = seen.reduce((sum, v) => sum + v / middle, 0);
    expect(Math.abs(area / (Math.PI * radius * radius) - 1)).toBeLessThan(0.02);
    const hidden = produce(production, (draft) => {
      // The plate covers the right half of the frame.
      plate(draft, 1, 8, { material: 'matte', colour: '#000000' }).channels.x.rest = 4;
    });
    const left = await greens(hidden, { traced, samples: 16 });
    expect(Math.abs(left.reduce((sum, v) => sum + v / middle, 0) / area - 0.5)).toBeLessThan(0.02);
  });
}
